import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type KeyboardEvent } from 'react';
import type { RecipeCheck } from '@zest/core';
import { MassField } from '../../../ui/fields.js';
import { usePerson } from '../../../data/session.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import type { EditorDocument } from '../new-document.js';
import type { useLibrary } from '../use-recipes.js';
import { IngredientPicker } from './IngredientPicker.js';
import { LineDetails } from './LineDetails.js';
import {
  editLine,
  linesByStep,
  moveLine,
  newLine,
  nudgeLine,
  readLineDose,
  sortByRole,
  withDose,
  withIngredient,
  type EditorLine,
} from './line-edits.js';
import { LINE_COLUMNS, LineRow } from './LineRow.js';
import { SubstituteDialog } from './SubstituteDialog.js';

interface LinesPanelProps {
  document: EditorDocument;
  check: RecipeCheck;
  library: ReturnType<typeof useLibrary>;
  onEdit: (edit: (document: EditorDocument) => EditorDocument, topic?: string) => void;
}

/** What goes in, step by step: typed as people say it, shown in every unit, dragged into order. */
export function LinesPanel({ document, check, library, onEdit }: LinesPanelProps) {
  const { numberStyle } = usePerson();
  const units = useUnits();
  const [openKey, setOpen] = useState<string>();
  const [choosing, setChoosing] = useState<string>();
  const [substituting, setSubstituting] = useState<string>();
  const [shownMg, setShown] = useState<number>();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const meatMg = shownMg ?? document.usualMeatMg;
  const reading = (text: string, line: EditorLine) =>
    readLineDose(text, line, document, library.byId.get(line.ingredientId ?? ''), numberStyle ?? undefined);
  const groups = linesByStep(document);
  const onKey = (key: string) => (event: KeyboardEvent<HTMLDivElement>) => {
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      onEdit((d) => nudgeLine(d, key, event.key === 'ArrowUp' ? -1 : 1));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      focusNextDose(event.currentTarget);
    }
  };
  const substituted = document.lines.find((l) => l.key === substituting);
  const from = library.byId.get(substituted?.ingredientId ?? '');
  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 1 }}>
        <MassField
          key={`own ${document.usualMeatMg === 0}`}
          label="Written for this much meat"
          initial={document.usualText ?? (document.usualMeatMg > 0 ? units.mass(document.usualMeatMg) : '')}
          onValue={(mg) => onEdit(({ usualText: _old, ...d }) => ({ ...d, usualMeatMg: mg ?? 0 }), 'usual')}
        />
        <MassField label="Show the grams for" onValue={setShown} />
        <Button onClick={() => onEdit(sortByRole)}>Sort by role</Button>
      </Box>
      <Head />
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (over) onEdit((d) => moveLine(d, String(active.id), String(over.id)));
        }}
      >
        <SortableContext items={document.lines.map((l) => l.key)} strategy={verticalListSortingStrategy}>
          {groups.map((group) => (
            <Box key={group.key} component="section" aria-label={`Goes in at ${group.title}`}>
              <Box sx={{ bgcolor: COLOUR.steel, px: 1, py: 0.5, fontWeight: 700, fontSize: 15 }}>
                Goes in at {group.title}
              </Box>
              {group.lines.map((line) => {
                const index = document.lines.indexOf(line);
                const ingredient = library.byId.get(line.ingredientId ?? '');
                return (
                  <Box key={line.key}>
                    <LineRow
                      line={line}
                      ingredient={ingredient}
                      findings={check.findings.filter((f) => isOf(f.path, index))}
                      perMeat={check.figures?.mixPerMeat}
                      meatMg={meatMg}
                      open={openKey === line.key}
                      onOpen={() => setOpen(openKey === line.key ? undefined : line.key)}
                      onDose={(text) =>
                        onEdit(
                          (d) => editLine(d, line.key, (l) => withDose(l, reading(text, l))),
                          `dose ${line.key}`,
                        )
                      }
                      onKey={onKey(line.key)}
                    />
                    {openKey === line.key ? (
                      <LineDetails
                        line={line}
                        document={document}
                        ingredient={ingredient}
                        perMeat={check.figures?.mixPerMeat}
                        reading={line.dose === null ? reading(line.asWritten ?? '', line) : undefined}
                        onEdit={(edit, topic) => onEdit((d) => editLine(d, line.key, edit), topic)}
                        onSubstitute={() => setSubstituting(line.key)}
                        onChoose={() => setChoosing(line.key)}
                        onRemove={() =>
                          onEdit((d) => ({ ...d, lines: d.lines.filter((l) => l.key !== line.key) }))
                        }
                      />
                    ) : null}
                    {choosing === line.key ? (
                      <Box sx={{ pl: 6, pb: 1.5, bgcolor: COLOUR.sheet }}>
                        <IngredientPicker
                          label={`What is ${line.name}?`}
                          list={library.list}
                          autoFocus
                          onPick={(item) => {
                            setChoosing(undefined);
                            onEdit((d) =>
                              editLine(d, line.key, (l) => {
                                const chosen = withIngredient(l, item);
                                return l.dose === null && l.asWritten
                                  ? withDose(
                                      chosen,
                                      readLineDose(l.asWritten, chosen, d, item, numberStyle ?? undefined),
                                    )
                                  : chosen;
                              }),
                            );
                          }}
                        />
                      </Box>
                    ) : null}
                  </Box>
                );
              })}
            </Box>
          ))}
        </SortableContext>
      </DndContext>
      <Box sx={{ mt: 1.5, display: 'flex', gap: 2, alignItems: 'center' }}>
        <IngredientPicker
          label="Add a line: type what goes in"
          list={library.list}
          onPick={(item) => onEdit((d) => ({ ...d, lines: [...d.lines, newLine(item, d)] }))}
        />
        <Box sx={{ ...NUMERALS, fontSize: 17 }}>
          {check.figures && meatMg > 0
            ? `${units.mass(meatMg)} meat makes ${units.mass(Math.round(meatMg * check.figures.mixPerMeat))} mix`
            : ''}
        </Box>
      </Box>
      {substituted && from ? (
        <SubstituteDialog
          line={substituted}
          from={from}
          list={library.list}
          onClose={() => setSubstituting(undefined)}
          onSubstitute={(line) => {
            setSubstituting(undefined);
            onEdit((d) => editLine(d, line.key, () => line));
          }}
        />
      ) : null}
    </Box>
  );
}

function Head() {
  const cell = { fontSize: 14, textAlign: 'right' } as const;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: LINE_COLUMNS, gap: 1, pb: 0.5 }}>
      <span />
      <Box sx={{ fontSize: 14 }}>what goes in</Box>
      <Box sx={{ fontSize: 14 }}>as you say it</Box>
      <Box sx={cell}>g/kg meat</Box>
      <Box sx={cell}>of mix</Box>
      <Box sx={cell}>weigh</Box>
    </Box>
  );
}

function isOf(path: string, index: number): boolean {
  return path === `lines[${index}]` || path.startsWith(`lines[${index}].`);
}

/** Enter goes on to the next dose, wherever it stands. */
function focusNextDose(field: HTMLElement): void {
  const all = [...window.document.querySelectorAll<HTMLInputElement>('input[aria-label^="Dose of"]')];
  const own = field.querySelector('input') ?? field;
  const next = all[all.findIndex((input) => input === own) + 1];
  next?.focus();
  next?.select();
}
