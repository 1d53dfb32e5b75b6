export { controlChart } from './control-chart.js';
export { sample, type SampleAnswer } from './sample.js';
