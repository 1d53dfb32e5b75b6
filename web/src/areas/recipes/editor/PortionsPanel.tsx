import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import {
  FAT_CLASSES,
  PRODUCT_STATES,
  holdsMass,
  portionAt,
  stepTitle,
  traitsOf,
  type FatClass,
  type Finding,
  type Portion,
  type PortionPlan,
  type ProductState,
} from '@zest/core';
import { MassField, NumberField } from '../../../ui/fields.js';
import { COLOUR } from '../../../ui/theme.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import type { EditorDocument } from '../new-document.js';
import { PieceFields } from './PieceFields.js';

interface PortionsPanelProps {
  document: EditorDocument;
  findings: readonly Finding[];
  onEdit: (edit: (document: EditorDocument) => EditorDocument, topic?: string) => void;
}

/** What is parted off on the way and becomes a product of its own. */
export function PortionsPanel({ document, findings, onEdit }: PortionsPanelProps) {
  const { portions = [] } = document;
  return (
    <Box
      component="section"
      aria-label="Portions"
      sx={{ mt: 2, pt: 1.5, borderTop: `2px solid ${COLOUR.ink}` }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box component="h3" sx={{ m: 0, fontSize: 18 }}>
          More than one product out of it
        </Box>
        <Box sx={{ fontSize: 15 }}>
          {portions.length === 0
            ? 'Half of the links sold raw and half smoked, sticks and a log: part some of it off.'
            : 'What is not parted off is the product of this recipe.'}
        </Box>
      </Box>
      {portions.map((portion, i) => (
        <PortionFields
          key={portion.key}
          document={document}
          portion={portion}
          findings={findings.filter((f) => f.path.startsWith(`portions[${i}]`))}
          onSet={(set, topic) => onEdit((d) => withPortion(d, portion.key, set), `${topic} ${portion.key}`)}
          onTakeOut={() => onEdit((d) => withoutPortion(d, portion.key))}
        />
      ))}
      <Button sx={{ mt: 1 }} onClick={() => onEdit(oneMore)}>
        Part a portion off
      </Button>
    </Box>
  );
}

function withPortion(document: EditorDocument, key: string, set: Partial<Portion>): EditorDocument {
  const portions = (document.portions ?? []).map((p) => (p.key === key ? { ...p, ...set } : p));
  return { ...document, portions };
}

/** Its steps go with it, and what would have parted from it. */
function withoutPortion(document: EditorDocument, key: string): EditorDocument {
  const { portions = [], ...rest } = document;
  const left = portions.filter((p) => p.key !== key);
  const steps = document.steps.filter((s) => portionAt(s) !== key);
  return left.length === 0 ? { ...rest, steps } : { ...rest, steps, portions: left };
}

/** A new one parts where the meat is in its last place before it is finished. */
function oneMore(document: EditorDocument): EditorDocument {
  const { portions = [] } = document;
  const keys = new Set(portions.map((p) => p.key));
  let n = 1;
  while (keys.has(`portion-${n}`)) n += 1;
  const places = document.steps.filter((s) => holdsMass(s) && portionAt(s) === null);
  const from = places.find((s) => traitsOf(s).pieces) ?? places.at(-1);
  const portion: Portion = {
    key: `portion-${n}`,
    name: '',
    partsAfter: from?.key ?? '',
    plan: { by: 'share', pct: 50 },
    state: 'raw',
    claims: [],
    casing: null,
    linkMassG: null,
    linkLengthMm: null,
  };
  return { ...document, portions: [...portions, portion] };
}

interface PortionFieldsProps {
  document: EditorDocument;
  portion: Portion;
  findings: readonly Finding[];
  onSet: (set: Partial<Portion>, topic: string) => void;
  onTakeOut: () => void;
}

function PortionFields({ document, portion, findings, onSet, onTakeOut }: PortionFieldsProps) {
  const units = useUnits();
  const own = document.steps.filter((s) => portionAt(s) === portion.key);
  const places = document.steps.filter((s) => holdsMass(s) && portionAt(s) !== portion.key);
  const isFilled = own.some((s) => traitsOf(s).machine === 'stuffer' || traitsOf(s).pieces === true);
  return (
    <Box
      role="group"
      aria-label={portion.name || 'New portion'}
      sx={{ bgcolor: COLOUR.sheet, p: 1.5, mt: 1, display: 'flex', gap: 1.25, flexWrap: 'wrap' }}
    >
      <TextField
        label="Name of the product"
        value={portion.name}
        onChange={(e) => onSet({ name: e.target.value }, 'name')}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        sx={{ width: 220 }}
      />
      <TextField
        select
        label="Parts off after"
        value={places.some((s) => s.key === portion.partsAfter) ? portion.partsAfter : ''}
        onChange={(e) => onSet({ partsAfter: e.target.value }, 'after')}
        sx={{ width: 180 }}
      >
        {places.map((s) => (
          <MenuItem key={s.key} value={s.key}>
            {stepTitle(s)}
          </MenuItem>
        ))}
      </TextField>
      <PlanFields plan={portion.plan} onPlan={(plan) => onSet({ plan }, 'plan')} />
      <TextField
        select
        label="It becomes"
        value={portion.state}
        onChange={(e) => onSet({ state: e.target.value as ProductState }, 'state')}
        sx={{ width: 210 }}
      >
        {PRODUCT_STATES.map((s) => (
          <MenuItem key={s} value={s}>
            {s}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="Product class"
        value={portion.fatClass ?? ''}
        onChange={(e) => onSet({ fatClass: (e.target.value || undefined) as FatClass | undefined }, 'class')}
        sx={{ width: 170 }}
      >
        <MenuItem value="">none of these</MenuItem>
        {FAT_CLASSES.map((c) => (
          <MenuItem key={c} value={c}>
            {c}
          </MenuItem>
        ))}
      </TextField>
      {isFilled ? <PieceFields of={portion} onSet={(set, topic) => onSet(set, topic ?? 'casing')} /> : null}
      <TextField
        label="Cooking sentence on its label"
        value={portion.cookingSentence ?? ''}
        onChange={(e) => onSet({ cookingSentence: e.target.value || undefined }, 'cooking')}
        slotProps={{ htmlInput: { maxLength: 300 } }}
        sx={{ width: 'min(100%, 420px)' }}
      />
      <Button onClick={onTakeOut}>Take it out</Button>
      <Box sx={{ flexBasis: '100%', fontSize: 15 }}>
        {own.length === 0
          ? 'Nothing more is done to it: it is finished as it parts. Add a step, open it, and say that it is done to this portion.'
          : `Then: ${own.map(stepTitle).join(', ')}.`}
      </Box>
      {findings.map((f) => (
        <Box
          key={f.sentence}
          role={f.level === 'stop' ? 'alert' : 'note'}
          sx={{ display: 'flex', gap: 1, flexBasis: '100%', fontSize: 15 }}
        >
          {f.level === 'stop' ? <b>Stop.</b> : <Triangle size={16} />} {units.sentence(f.sentence)}
        </Box>
      ))}
    </Box>
  );
}

const PLAN_WORDS = { share: 'share of it', mass: 'by weight', pieces: 'by pieces' } as const;
const NEW_PLAN: Record<PortionPlan['by'], PortionPlan> = {
  share: { by: 'share', pct: 50 },
  mass: { by: 'mass', massMg: 5_000_000 },
  pieces: { by: 'pieces', pieces: 100 },
};

/** How much of what comes out is meant for it. */
function PlanFields({ plan, onPlan }: { plan: PortionPlan; onPlan: (plan: PortionPlan) => void }) {
  const units = useUnits();
  return (
    <>
      <TextField
        select
        label="How much"
        value={plan.by}
        onChange={(e) => onPlan(NEW_PLAN[e.target.value as PortionPlan['by']])}
        sx={{ width: 130 }}
      >
        {Object.entries(PLAN_WORDS).map(([by, words]) => (
          <MenuItem key={by} value={by}>
            {words}
          </MenuItem>
        ))}
      </TextField>
      {plan.by === 'share' ? (
        <NumberField
          key="share"
          label="Share, %"
          width={110}
          initial={String(plan.pct)}
          onValue={(pct) => pct !== undefined && onPlan({ by: 'share', pct })}
        />
      ) : plan.by === 'mass' ? (
        <MassField
          key="mass"
          label="Weight"
          width={130}
          initial={units.mass(plan.massMg)}
          onValue={(massMg) => massMg !== undefined && onPlan({ by: 'mass', massMg })}
        />
      ) : (
        <NumberField
          key="pieces"
          label="Pieces"
          width={110}
          initial={String(plan.pieces)}
          onValue={(pieces) => pieces !== undefined && onPlan({ by: 'pieces', pieces: Math.round(pieces) })}
        />
      )}
    </>
  );
}
