import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import type { KeyboardEvent } from 'react';
import { doseThreeWays, type Finding, type Ingredient } from '@zest/core';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { shownDose, type EditorLine } from './line-edits.js';

interface LineRowProps {
  line: EditorLine;
  ingredient: Ingredient | undefined;
  findings: readonly Finding[];
  /** Kilograms of mix per kilogram of meat; undefined while the doses cannot be added up. */
  perMeat: number | undefined;
  meatMg: number;
  open: boolean;
  onOpen: () => void;
  onDose: (text: string) => void;
  onKey: (event: KeyboardEvent<HTMLDivElement>) => void;
}

export const LINE_COLUMNS = '36px minmax(120px, 1fr) minmax(150px, 190px) 76px 72px 96px';

const ROLE_FILL: Record<string, string> = {
  cure: COLOUR.cure,
  liquid: COLOUR.water,
  inclusion: COLOUR.inclusion,
  fat: COLOUR.fat,
  binder: COLOUR.fat,
};

/** One line: what it is, its dose as it was typed, and the same in g/kg, percent and grams. */
export function LineRow(props: LineRowProps) {
  const { line, ingredient, findings, perMeat, meatMg, open, onOpen, onDose, onKey } = props;
  const units = useUnits();
  const sortable = useSortable({ id: line.key });
  const three =
    line.dose && perMeat !== undefined ? doseThreeWays(line.dose, perMeat, meatMg / 1e6) : undefined;
  const wrong = findings.some((f) => f.level === 'stop' || f.level === 'sign');
  return (
    <Box
      ref={sortable.setNodeRef}
      role="group"
      aria-label={line.name}
      style={{ transform: CSS.Transform.toString(sortable.transform), transition: sortable.transition }}
      sx={{
        borderTop: `1px solid ${COLOUR.edge}`,
        bgcolor: open || sortable.isDragging ? COLOUR.sheet : 'transparent',
        position: 'relative',
        zIndex: sortable.isDragging ? 2 : 'auto',
      }}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: LINE_COLUMNS, gap: 1, alignItems: 'center', py: 0.5 }}>
        <Box
          component="button"
          type="button"
          aria-label={`Move ${line.name}`}
          {...sortable.attributes}
          {...sortable.listeners}
          sx={{
            border: 0,
            bgcolor: 'transparent',
            cursor: 'grab',
            minHeight: 44,
            touchAction: 'none',
            display: 'grid',
            placeItems: 'center',
            borderLeft: `8px ${line.role === 'cure' ? 'double' : 'solid'} ${ROLE_FILL[line.role] ?? COLOUR.spice}`,
          }}
        >
          <svg width="14" height="18" aria-hidden="true">
            <path d="M1 3h12M1 9h12M1 15h12" stroke={COLOUR.ink} strokeWidth="2" />
          </svg>
        </Box>
        <Box
          component="button"
          type="button"
          onClick={onOpen}
          aria-expanded={open}
          sx={{
            border: 0,
            bgcolor: 'transparent',
            textAlign: 'left',
            font: 'inherit',
            minHeight: 44,
            cursor: 'pointer',
            color: COLOUR.ink,
          }}
        >
          <Box sx={{ fontWeight: 700, textDecoration: line.ingredientId ? 'none' : 'underline wavy' }}>
            {line.name}
          </Box>
          <Box sx={{ fontSize: 14 }}>
            {[
              line.role,
              ingredient?.form,
              line.hot ? 'follows the heat' : '',
              line.required ? '' : 'may be left out',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Box>
        </Box>
        <TextField
          value={shownDose(line)}
          placeholder="16 g/kg, 1.6 %, 3/4 cup"
          error={wrong}
          onChange={(e) => onDose(e.target.value)}
          onKeyDown={onKey}
          slotProps={{ htmlInput: { 'aria-label': `Dose of ${line.name}`, maxLength: 120 } }}
        />
        <Figure>{three ? `${units.number(three.gPerKgMeat, three.gPerKgMeat < 1 ? 3 : 2)}` : '–'}</Figure>
        <Figure>{three ? units.percent(three.pctOfMix, 2) : '–'}</Figure>
        <Figure big>{three && meatMg > 0 ? units.mass(Math.round(three.massG * 1000)) : '–'}</Figure>
      </Box>
      {findings.map((finding) => (
        <Box
          key={finding.sentence}
          role={finding.level === 'stop' ? 'alert' : 'note'}
          sx={{ display: 'flex', gap: 1, pl: 6, pb: 0.75, fontSize: 15, alignItems: 'flex-start' }}
        >
          {finding.level === 'stop' ? <b>Stop.</b> : <Triangle size={16} />}
          <span>{units.sentence(finding.sentence)}</span>
        </Box>
      ))}
    </Box>
  );
}

function Figure({ children, big = false }: { children: string; big?: boolean }) {
  return (
    <Box sx={{ ...NUMERALS, textAlign: 'right', fontSize: big ? 22 : 18, fontWeight: big ? 700 : 400 }}>
      {children}
    </Box>
  );
}
