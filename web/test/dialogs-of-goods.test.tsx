// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, vi } from 'vitest';
import { GoodsCountDialog } from '../src/areas/cold-room/goods/GoodsCountDialog.js';
import { NewCasingDialog } from '../src/areas/cold-room/goods/NewCasingDialog.js';
import { NewIngredientDialog } from '../src/areas/cold-room/goods/NewIngredientDialog.js';
import { ReceiveGoodsDialog } from '../src/areas/cold-room/goods/ReceiveGoodsDialog.js';
import { NewTrimDialog } from '../src/areas/cold-room/receive/NewTrimDialog.js';
import { onClose, pick, sendEach, type } from './dialog-hands.js';
import { ID, stock } from './some-lots.js';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('what is new or received is sent as it was typed', () => {
  sendEach([
    {
      name: 'a new trim',
      dialog: <NewTrimDialog onClose={onClose} />,
      does: () => {
        type(/^Name/, 'Pork jowl');
        type(/^Species/, 'pork');
        type(/^Usual fat/, '65');
        fireEvent.click(screen.getByRole('switch', { name: /^Game/ }));
      },
      button: 'Add Pork jowl',
      path: '/trims',
      body: { name: 'Pork jowl', species: 'pork', fatPct: 65, wild: true },
    },
    {
      name: 'a new casing',
      dialog: <NewCasingDialog onClose={onClose} />,
      does: () => {
        type(/^Name/, 'Sheep 22/24');
        pick(/^Made of/, 'sheep');
        type(/^Stuffed diameter/, '23');
        type(/^A metre weighs/, '6.5');
      },
      button: 'Add Sheep 22/24',
      path: '/casings',
      body: { name: 'Sheep 22/24', material: 'sheep', calibreMm: 23, gPerM: 6.5 },
    },
    {
      name: 'a cure, whose strength is asked',
      dialog: <NewIngredientDialog onClose={onClose} />,
      does: () => {
        type(/^Name/, 'Cure 6.25');
        type(/^Form/, 'fine');
        pick(/^Role/, 'cure');
        pick(/^Is it salt/, 'cure');
        type(/^Sodium nitrite/, '6.25');
        type(/^Nitrate/, '0');
        type(/^Salt that carries/, '93.75');
      },
      button: 'Add Cure 6.25',
      path: '/goods/ingredients',
      body: {
        name: 'Cure 6.25',
        form: 'fine',
        role: 'cure',
        saltKind: 'cure',
        nitritePct: 6.25,
        nitratePct: 0,
        saltPct: 93.75,
      },
    },
    {
      name: 'a bag of caraway, the supplier known from before',
      dialog: <ReceiveGoodsDialog item={stock('ingredient')} onClose={onClose} />,
      does: () => {
        type(/^Weight/, '5');
        type(/^Price/, '12.40');
        type(/^Use by/, '2027-01-31');
      },
      button: /^Receive 5/,
      path: '/goods',
      body: {
        itemId: ID(3),
        kind: 'ingredient',
        amount: 5_000_000,
        supplier: 'Harbour Spice',
        priceMinor: 1240,
        useBy: '2027-01-31',
      },
    },
    {
      name: 'a hank of casing in metres',
      dialog: <ReceiveGoodsDialog item={stock('casing')} onClose={onClose} />,
      does: () => {
        type(/^Length/, '91 m');
        type(/^Price per m/, '0.35');
      },
      button: /^Receive 91/,
      path: '/goods',
      body: { itemId: ID(3), kind: 'casing', amount: 91_000, supplier: 'Harbour Spice', priceMinor: 35 },
    },
    {
      name: 'a stock take of a remnant',
      dialog: <GoodsCountDialog item={stock('casing')} lot={stock('casing').lots[0]!} onClose={onClose} />,
      does: () => type(/^What is left/, '34'),
      button: /^There are 34/,
      path: `/lots/${ID(4)}/count`,
      body: { amount: 34_000 },
    },
  ]);
});
