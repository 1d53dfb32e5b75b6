import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { COLOUR } from './theme.js';

interface TabRowProps<T extends string> {
  label: string;
  tabs: readonly T[];
  chosen: T;
  onChoose: (tab: T) => void;
  /** More words behind a tab's name, such as a count. */
  more?: (tab: T) => ReactNode;
}

/** Parts of one page, of which one is shown. */
export function TabRow<T extends string>({ label, tabs, chosen, onChoose, more }: TabRowProps<T>) {
  return (
    <Box
      role="tablist"
      aria-label={label}
      sx={{ display: 'flex', gap: 3, borderBottom: `2px solid ${COLOUR.edge}`, mb: 1.5 }}
    >
      {tabs.map((tab) => (
        <Box
          key={tab}
          component="button"
          type="button"
          role="tab"
          aria-selected={chosen === tab}
          onClick={() => onChoose(tab)}
          sx={{
            border: 0,
            bgcolor: 'transparent',
            font: 'inherit',
            fontSize: 17,
            minHeight: 44,
            cursor: 'pointer',
            color: COLOUR.ink,
            fontWeight: chosen === tab ? 700 : 400,
            borderBottom: `5px solid ${chosen === tab ? COLOUR.pine : 'transparent'}`,
          }}
        >
          {tab}
          {more?.(tab)}
        </Box>
      ))}
    </Box>
  );
}
