// @vitest-environment jsdom
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { fold } from '@zest/core';
import { A_SHOP } from '../../core/test/a-batch.js';
import { CURE, SALT, meatIn } from '../../core/test/a-cured-batch.js';
import { LimitsPanel } from '../src/areas/batches/LimitsPanel.js';
import { LineTable } from '../src/areas/batches/LineTable.js';
import { INES, onScreen } from './on-screen.js';

afterEach(cleanup);
const sheet = fold(meatIn({ ingredients: [CURE, SALT] }), A_SHOP);
const touched = (name: string) => {
  fireEvent.click(screen.getByRole('button', { name: `How ${name} comes about` }));
  return within(screen.getByRole('dialog', { name: `How ${name} comes about` }));
};

describe('a figure of the sheet', () => {
  it('says at one touch how it comes about, with its figures', () => {
    onScreen(<LineTable sheet={sheet} />, {});
    const said = touched('what is due of Fine salt L-1');
    expect(said.getByText(/dose × kilograms of meat/)).toBeTruthy();
    expect(said.getByText(/^4\.000 g per kg × 20\.0+\skg = 80\.0+\sg$/)).toBeTruthy();
  });

  it('in pounds for one who weighs in pounds', () => {
    onScreen(<LineTable sheet={sheet} />, {}, { ...INES, units: 'pound' });
    expect(
      touched('what is due of Fine salt L-1').getByText(/× 44\slb 1\.5\soz = 2\.82\d*\soz$/),
    ).toBeTruthy();
  });

  it('of a limit names the rule and where it is written', () => {
    onScreen(<LimitsPanel sheet={sheet} />, {});
    const [gauge] = sheet.gauges;
    expect(touched(gauge!.title).getByText((text) => text.includes(gauge!.source))).toBeTruthy();
  });
});
