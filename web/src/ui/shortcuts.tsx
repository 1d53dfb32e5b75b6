import { createContext, useContext, useEffect, useMemo, useRef, type ReactNode } from 'react';
import { BURST_MS, KeyHub } from './key-hub.js';
import { pedalKey } from './pedal.js';

export interface Shortcut {
  /** A key as the browser names it, or `digits` for 0–9, point, comma and Backspace. */
  key: string;
  /** What it does, for the overview; empty leaves it out. */
  says: string;
  act: (key: string) => void;
}

type ScanListener = { current: (code: string) => void };

interface Registry {
  addScan: (listener: ScanListener) => () => void;
  add: (shortcut: { current: Shortcut }) => () => void;
  list: () => Shortcut[];
}

const RegistryContext = createContext<Registry | undefined>(undefined);

/**
 * The one place where keys are read. The shortcut added last answers first. Where a screen has use for
 * the pedal, `Space` is the pedal even while a button has the focus; `Enter` still presses the button.
 */
export function ShortcutProvider({ children }: { children: ReactNode }) {
  const shortcuts = useRef<{ current: Shortcut }[]>([]);
  const scans = useRef<ScanListener[]>([]);
  const registry = useMemo<Registry>(
    () => ({
      addScan: (listener) => {
        scans.current = [listener, ...scans.current];
        return () => {
          scans.current = scans.current.filter((s) => s !== listener);
        };
      },
      add: (shortcut) => {
        shortcuts.current = [shortcut, ...shortcuts.current];
        return () => {
          shortcuts.current = shortcuts.current.filter((s) => s !== shortcut);
        };
      },
      list: () => shortcuts.current.map((s) => s.current),
    }),
    [],
  );
  useEffect(() => {
    let timer: number | undefined;
    const hub = new KeyHub(
      (key) => shortcuts.current.find((s) => matches(s.current, key))?.current.act(key),
      (code) => scans.current[0]?.current(code),
    );
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey) return;
      if (event.altKey) {
        const alt = `Alt+${event.key}`;
        const found = shortcuts.current.find((s) => s.current.key === alt);
        if (found) {
          event.preventDefault();
          found.current.act(alt);
        }
        return;
      }
      if (isField(event.target)) return;
      const key = event.key === pedalKey() ? ' ' : event.key;
      const pedal =
        key === ' ' && !isInDialog(event.target) && shortcuts.current.some((s) => s.current.key === ' ');
      if (isButton(event.target) && (key === 'Enter' || (key === ' ' && !pedal))) return;
      if (key === ' ') event.preventDefault();
      hub.press(key, event.timeStamp, event.repeat);
      window.clearTimeout(timer);
      timer = window.setTimeout(() => hub.flush(), BURST_MS + 5);
    };
    window.addEventListener('keydown', listen);
    return () => {
      window.removeEventListener('keydown', listen);
      window.clearTimeout(timer);
    };
  }, []);
  return <RegistryContext value={registry}>{children}</RegistryContext>;
}

/** Makes a key do something while the component is shown. */
export function useShortcut(key: string, says: string, act: (key: string) => void, active = true): void {
  const registry = useRegistry();
  const latest = useRef<Shortcut>({ key, says, act });
  useEffect(() => {
    latest.current = { key, says, act };
  });
  useEffect(() => (active ? registry.add(latest) : undefined), [registry, active]);
}

/** Takes what a barcode or QR scanner types, wherever the focus is not in a field. */
export function useScan(take: (code: string) => void): void {
  const registry = useRegistry();
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => registry.addScan(latest), [registry]);
}

export function useRegistry(): Registry {
  const registry = useContext(RegistryContext);
  if (!registry) throw new Error('shortcuts outside their provider');
  return registry;
}

function matches(shortcut: Shortcut, key: string): boolean {
  if (shortcut.key === 'digits') return /^[0-9.,]$/.test(key) || key === 'Backspace';
  return shortcut.key.toLowerCase() === key.toLowerCase();
}

function isField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) ||
      target.getAttribute('role') === 'combobox')
  );
}

function isInDialog(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && target.closest('[role="dialog"]') !== null;
}

function isButton(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.closest('button, a, [role="slider"], [role="menuitem"], [role="option"]') !== null
  );
}
