import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { writeDose, type Card, type CardLine, type DoseReading } from '@zest/core';
import { MassField } from '../../../ui/fields.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Tick, Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { IngredientPicker } from '../editor/IngredientPicker.js';
import type { useLibrary } from '../use-recipes.js';
import { keysOf } from './card-text.js';
import { LeftOut, LineWords, NoteRow } from './LineWords.js';
import { resolveLine, type ReadFor, type Resolved } from './card-draft.js';

interface CardLinesProps {
  card: Card;
  /** What doses count on; no meat while nobody has confirmed it. */
  on: ReadFor;
  library: ReturnType<typeof useLibrary>;
  /** What was settled of each line, by its key. */
  resolved: Readonly<Record<string, Resolved>>;
  onSettle: (key: string, value: Resolved) => void;
  /** Writes a line of the card otherwise, or puts it behind the one above it. */
  onWrite: (place: number, line: string) => void;
  onJoin: (place: number) => void;
  /** A whole line of the card as it stands. */
  lineAt: (place: number) => string;
}

/** Every line of the card as it was understood, with what has to be resolved. */
export function CardLines({ card, on, library, resolved, onSettle, ...writing }: CardLinesProps) {
  const keys = keysOf(card.lines);
  return (
    <Box>
      {card.title ? <Box sx={{ fontSize: 20, fontWeight: 700, mb: 1 }}>{card.title}</Box> : null}
      {card.lines.map((line, i) => (
        <CardRow
          key={keys[i]}
          line={line}
          on={on}
          library={library}
          resolved={resolved[keys[i] ?? ''] ?? {}}
          onSettle={(value) => onSettle(keys[i] ?? '', value)}
          {...writing}
        />
      ))}
      {card.notes.length > 0 ? (
        <Box component="section" aria-label="Kept as notes" sx={{ mt: 2, fontSize: 15 }}>
          <b>Not an ingredient; kept as a note at the step it names, or at the mixing</b>
          {card.notes.map((note) => (
            <NoteRow key={`${note.place} ${note.text}`} note={note} {...writing} />
          ))}
        </Box>
      ) : null}
    </Box>
  );
}

interface CardRowProps extends Pick<CardLinesProps, 'onWrite' | 'onJoin' | 'lineAt'> {
  line: CardLine;
  on: ReadFor;
  library: ReturnType<typeof useLibrary>;
  resolved: Resolved;
  onSettle: (value: Resolved) => void;
}

function CardRow({ line, on, library, resolved, onSettle, ...writing }: CardRowProps) {
  const units = useUnits();
  if (resolved.isNote) return <LeftOut line={line} onTakeIn={() => onSettle({ isNote: false })} />;
  const { batchKg } = on;
  const { ingredient: chosen, reading, gPerKg } = resolveLine(line, resolved, on, library.byId);
  const clear = batchKg !== null && (gPerKg !== undefined || reading.kind === 'dose');
  const range = reading.kind === 'doubt' ? reading.rangeGPerKg : undefined;
  const refused = chosen?.role === 'cure' && reading.kind === 'doubt';
  return (
    <Box role="group" aria-label={line.text} sx={{ borderTop: `1px solid ${COLOUR.edge}`, py: 1 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: '26px minmax(0, 1fr) minmax(90px, auto) minmax(80px, auto)',
          gap: 1,
          alignItems: 'center',
        }}
      >
        {clear && chosen ? <Tick size={20} /> : <Triangle size={20} />}
        <Box>
          <b>{line.text}</b> <span>(line {line.place})</span>
          <Box sx={{ fontSize: 15 }}>
            {chosen ? `${chosen.name}, ${chosen.form}` : 'not on the shelf under that name'}
          </Box>
        </Box>
        <Box sx={{ ...NUMERALS, fontSize: 18, textAlign: 'right' }}>
          {gPerKg !== undefined
            ? `${units.number(gPerKg, 2)} g/kg`
            : reading.kind === 'dose'
              ? writeDose(rounded(reading.dose))
              : ''}
        </Box>
        <Box sx={{ ...NUMERALS, fontSize: 22, fontWeight: 700, textAlign: 'right' }}>
          {batchKg !== null ? grams(reading, gPerKg, batchKg, units.mass) : ''}
        </Box>
      </Box>
      <LineWords line={line} onLeaveOut={() => onSettle({ isNote: true })} {...writing} />
      {reading.kind === 'doubt' ? (
        <Box sx={{ pl: '34px', mt: 0.5 }}>
          <Box role="alert" sx={{ fontSize: 15 }}>
            {refused ? <b>Refused. </b> : null}
            {reading.doubt}
          </Box>
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', mt: 0.75 }}>
            {(range ?? []).map((g, i) => (
              <Button
                key={g}
                variant="outlined"
                onClick={() => onSettle({ gPerKg: Number(g.toPrecision(6)) })}
              >
                {i === 0 ? 'the least' : 'the most'}, {units.number(g, g < 1 ? 3 : 1)} g/kg
              </Button>
            ))}
            {batchKg !== null && !(line.role === 'cure' && !chosen) ? (
              <MassField
                label={
                  refused
                    ? `Grams for ${units.mass(Math.round(batchKg * 1e6))}`
                    : `${line.amount || 'It'} weighs, g`
                }
                bare="g"
                width={200}
                onValue={(mg) => onSettle(mg ? { gPerKg: mg / 1000 / batchKg, weighed: true } : {})}
              />
            ) : null}
          </Box>
        </Box>
      ) : null}
      {!chosen ? (
        <Box sx={{ pl: '34px', mt: 1 }}>
          <IngredientPicker
            label={whichWords(line, library)}
            list={[...library.list].sort(
              (a, b) => Number(line.couldBe.includes(b.id)) - Number(line.couldBe.includes(a.id)),
            )}
            onPick={(item) => onSettle({ ingredientId: item.id })}
          />
        </Box>
      ) : null}
    </Box>
  );
}

type Dose = Extract<DoseReading, { kind: 'dose' }>['dose'];

function rounded(dose: Dose): Dose {
  return 'gPerKgMeat' in dose ? { gPerKgMeat: Number(dose.gPerKgMeat.toPrecision(4)) } : dose;
}

function grams(
  reading: DoseReading,
  resolved: number | undefined,
  batchKg: number,
  mass: (mg: number) => string,
): string {
  const dose = reading.kind === 'dose' ? reading.dose : undefined;
  const gPerKg =
    resolved ??
    (dose === undefined
      ? undefined
      : 'gPerKgMeat' in dose
        ? dose.gPerKgMeat
        : 'pctOfMeat' in dose
          ? dose.pctOfMeat * 10
          : undefined);
  return gPerKg === undefined ? '' : mass(Math.round(gPerKg * batchKg * 1000));
}

/** What the picker asks. */
function whichWords(line: CardLine, library: ReturnType<typeof useLibrary>): string {
  const [first, ...more] = line.couldBe;
  if (first === undefined) return 'Which ingredient is it?';
  if (more.length > 0) return `Which of ${line.couldBe.length}, or another?`;
  return `Is it ${library.byId.get(first)?.name ?? 'this'}, or another?`;
}
