import { useState } from 'react';
import { useShortcut } from '../../ui/shortcuts.js';

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
