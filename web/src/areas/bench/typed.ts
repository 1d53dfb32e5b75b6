import { useState } from 'react';
import type { Shown } from '@zest/core';
import { useShortcut } from '../../ui/shortcuts.js';
import { MG_PER, type ScaleUnit } from './scales.js';

export interface Typed {
  text: string;
  press: (key: string) => void;
  clear: () => void;
  /** The number typed so far; undefined when there is none. */
  value: number | undefined;
}

/** A number typed on the keys of a keyboard or the screen. */
export function useTyped(says: string, active = true): Typed {
  const [text, setText] = useState('');
  const press = (key: string) =>
    setText((now) => {
      if (key === 'Backspace') return now.slice(0, -1);
      if (key === '-') return now.startsWith('-') ? now.slice(1) : `-${now}`;
      const mark = key === ',' ? '.' : key;
      if (mark === '.' && now.includes('.')) return now;
      return now.length < 9 ? now + mark : now;
    });
  useShortcut('digits', says, press, active);
  useShortcut('-', '', press, active);
  const value = /\d/.test(text) ? Number(text) : undefined;
  return { text, press, clear: () => setText(''), value };
}

export interface TypedMass extends Typed {
  /** What was typed, mg; undefined when there is nothing. */
  massMg: number | undefined;
  /** What was typed as the display shows it, in the unit that it counts in. */
  shown: Shown;
}

/** A weight typed on the keys: it counts in the unit that stands beside it. */
export function useTypedMass(unit: ScaleUnit): TypedMass {
  const typed = useTyped(`type ${WORDS[unit]}`);
  const massMg = typed.value === undefined ? undefined : Math.round(typed.value * MG_PER[unit]);
  return { ...typed, massMg, shown: { value: typed.text, unit } };
}

const WORDS: Record<ScaleUnit, string> = { g: 'grams', kg: 'kilograms', lb: 'pounds' };
