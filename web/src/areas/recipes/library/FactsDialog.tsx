import Box from '@mui/material/Box';
import { ACCELERATORS, MELTING, type Contents } from '@zest/core';
import { ROUTES, type LibraryItem } from '@zest/contract';
import {
  ChoiceInput,
  CommandDialog,
  NumberInput,
  TextInput,
  TickInput,
  same,
} from '../../../ui/command/index.js';
import { AllergensInput, PartsInput, StatementInputs } from './fact-inputs.js';
import { factsOf, wholeFacts } from './facts.js';
import { WeighedOnce } from './WeighedOnce.js';

const CONTENTS: readonly [keyof Contents, string][] = [
  ['saltPct', 'Salt, %'],
  ['nitritePct', 'Nitrite, %'],
  ['nitratePct', 'Nitrate, %'],
  ['sugarPct', 'Sugar, %'],
  ['fatPct', 'Fat, %'],
  ['proteinPct', 'Protein, %'],
  ['waterPct', 'Water, %'],
  ['binderPct', 'Binder, %'],
];

const ROW = { display: 'flex', gap: 1, flexWrap: 'wrap' } as const;

/** What is known of one ingredient in one form. */
export function FactsDialog({ item, onClose }: { item: LibraryItem; onClose: () => void }) {
  return (
    <CommandDialog
      route={ROUTES.changeIngredient}
      params={{ id: item.id }}
      title={`${item.name}, ${item.form}`}
      action="Write it down"
      initial={{ version: item.version, facts: factsOf(item) }}
      toBody={({ version, facts, typed }) => ({
        version,
        facts: facts && wholeFacts(facts),
        typed: typed || undefined,
      })}
      wide
      onClose={onClose}
    >
      {({ facts }) => (
        <>
          <Box sx={ROW}>
            {CONTENTS.map(([key, label]) => (
              <NumberInput key={key} name={`facts.contents.${key}`} label={label} width={104} />
            ))}
          </Box>
          <Box sx={ROW}>
            <NumberInput name="facts.dose.minGPerKg" label="Least dose, g/kg" width={150} />
            <NumberInput name="facts.dose.maxGPerKg" label="Greatest dose, g/kg" width={160} />
            <TextInput name="facts.dose.source" label="Doses from" />
          </Box>
          {item.typed ? null : (
            <TickInput
              name="typed"
              label="It is known now: plain salt, a cure or neither, by these figures; 0 is a statement"
            />
          )}
          <WeighedOnce />
          <AllergensInput />
          <TickInput
            name="facts.mayContain"
            label="Its allergens are not stated: the label says that it may contain some"
          />
          <Box>
            <TickInput
              name="facts.compound"
              label="Made of several things: a packet, a rub, a sauce, a stock"
            />
            {facts?.compound ? (
              <>
                <StatementInputs />
                <PartsInput />
              </>
            ) : null}
          </Box>
          {item.role === 'packet' || item.role === 'seasoning' ? (
            <Box sx={ROW}>
              <NumberInput name="facts.packet.netG" label="A packet weighs, g" width={170} />
              <NumberInput name="facts.packet.seasonsKg" label="and seasons, kg" width={150} />
            </Box>
          ) : null}
          {item.role === 'inclusion' ? (
            <Box sx={ROW}>
              <NumberInput name="facts.piece.mm" label="Pieces of, mm" width={140} />
              <ChoiceInput
                name="facts.piece.melting"
                label="In the heat"
                options={same(MELTING)}
                width={190}
              />
              <NumberInput name="facts.piece.atMostC" label="Goes in at most, °C" width={170} />
            </Box>
          ) : null}
          <Box sx={ROW}>
            <TextInput name="facts.declaredAs" label="Name on the label" />
            <TextInput name="facts.species" label="Species, if it is meat itself" width={200} />
            {item.role === 'accelerator' ? (
              <ChoiceInput
                name="facts.accelerator"
                label="Which accelerator"
                options={same(ACCELERATORS)}
                width={200}
              />
            ) : null}
          </Box>
        </>
      )}
    </CommandDialog>
  );
}
