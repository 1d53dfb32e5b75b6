import { mgFromG } from '@zest/core';
import type { ProbeFormat, ScaleFormat } from './types.js';

/** `W <sequence> <net grams> S|M` or `OL <sequence>`, as the simulated scales send it. */
export const OWN_SCALE: ScaleFormat = {
  tare: 'TARE\n',
  read: (line) => {
    const weight = /^W ([\w-]{1,40}) (-?\d{1,7}(?:\.\d{1,3})?) ([SM])$/.exec(line);
    if (weight) {
      return {
        kind: 'weight',
        sequence: weight[1] ?? '',
        netMg: mgFromG(Number(weight[2])),
        stable: weight[3] === 'S',
      };
    }
    const overload = /^OL ([\w-]{1,40})$/.exec(line);
    return overload ? { kind: 'overload', sequence: overload[1] ?? '' } : undefined;
  },
};

/** `T <sequence> <channel> <°C>|OPEN S|M`, as the simulated thermometer sends it. */
export const OWN_PROBE: ProbeFormat = {
  read: (line) => {
    const match = /^T ([\w-]{1,40}) (\w{1,12}) (OPEN|-?\d{1,3}(?:\.\d)?) ([SM])$/.exec(line);
    if (!match) return undefined;
    return {
      sequence: match[1] ?? '',
      channel: match[2] ?? '',
      tempC: match[3] === 'OPEN' ? null : Number(match[3]),
      steady: match[4] === 'S',
    };
  },
};
