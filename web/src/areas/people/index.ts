export { ShopPlaces } from './ShopPlaces.js';
