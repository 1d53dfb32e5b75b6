import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import {
  fillTokens,
  formatLength,
  formatMass,
  formatMoney,
  formatNumber,
  formatTemperature,
  showMass,
  showTemperature,
  type FormatOptions,
  type Shown,
} from '@zest/core';
import { sees } from '@zest/contract';
import { queries } from '../data/queries.js';
import { usePerson } from '../data/session.js';

export interface Units {
  options: FormatOptions;
  mass: (massMg: number, divisionMg?: number) => string;
  massParts: (massMg: number, divisionMg?: number) => Shown;
  temperature: (tempC: number) => string;
  temperatureParts: (tempC: number) => Shown;
  /** A difference of temperatures, given in °C. */
  degrees: (differenceC: number) => string;
  length: (lengthMm: number) => string;
  /** What is kept of something, by its measure. */
  amount: (amount: number, measure: 'mg' | 'mm') => string;
  number: (value: number, decimals: number) => string;
  percent: (value: number, decimals?: number) => string;
  /** Money of the shop from minor units. */
  money: (minor: number) => string;
  /** Price or cost per mass unit of the person's system. */
  perMass: (minorPerKg: number) => string;
  /** A sentence of the server with its weights and temperatures in the person's units. */
  sentence: (text: string) => string;
}

/** Stands for money where whoever looks does not see it. */
const KEPT = '–';

/** Formatting in the units of the person signed in. */
export function useUnits(): Units {
  const { units, numberStyle, role } = usePerson();
  const currency = useQuery(queries.health).data?.currency ?? null;
  return useMemo(() => {
    const options: FormatOptions = { system: units, numberStyle: numberStyle ?? undefined };
    const seesMoney = sees(role, 'money');
    const money = (minor: number) => formatMoney(minor, currency, options);
    const number = (value: number, decimals: number) => formatNumber(value, decimals, options);
    return {
      options,
      mass: (mg, division) => formatMass(mg, options, division),
      massParts: (mg, division) => showMass(mg, options, division),
      temperature: (c) => formatTemperature(c, options),
      temperatureParts: (c) => showTemperature(c, options),
      degrees: (c) => (units === 'metric' ? `${number(c, 1)}\u00a0°C` : `${number((c * 9) / 5, 1)}\u00a0°F`),
      length: (mm) => formatLength(mm, options),
      amount: (amount, measure) =>
        measure === 'mm' ? formatLength(amount, options) : formatMass(amount, options),
      number,
      percent: (value, decimals = 1) => `${number(value, decimals)}\u00a0%`,
      sentence: (text) => fillTokens(text, options),
      money: (minor) => (seesMoney ? money(minor) : KEPT),
      perMass: (minor) =>
        !seesMoney
          ? KEPT
          : units === 'metric'
            ? `${money(minor)}\u00a0/\u00a0kg`
            : `${money(minor * 0.45359237)}\u00a0/\u00a0lb`,
    };
  }, [units, numberStyle, role, currency]);
}
