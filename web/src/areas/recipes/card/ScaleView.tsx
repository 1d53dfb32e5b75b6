import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  WANTED,
  finishedPerMix,
  withoutYield,
  fixedDoseErrorPct,
  tryScaleTo,
  type ScaledBatch,
  type WantedKind,
} from '@zest/core';
import { MassField, NumberField } from '../../../ui/fields.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import type { ViewProps } from './view-props.js';
import { queries } from '../../../data/queries.js';

const WANTED_WORDS: Record<WantedKind, string> = {
  meat: 'of meat',
  mix: 'of mix',
  finished: 'finished',
  links: 'pieces',
  packs: 'packs',
};

/** The recipe for a wanted amount, forwards from the meat or backwards from what is sold. */
export function ScaleView({ story, library }: ViewProps) {
  const units = useUnits();
  const { document } = story.recipe;
  const scales = useQuery(queries.scales);
  const [wanted, setWanted] = useState<WantedKind>('meat');
  const [amount, setAmount] = useState<number | undefined>(document.usualMeatMg);
  const [heat, setHeat] = useState('');
  const learned = story.learnedYield;
  const productYield = learned?.fraction ?? finishedPerMix(document);
  const unknown = learned ? [] : withoutYield(document.steps);
  const counted = wanted === 'links' || wanted === 'packs';
  const answer =
    amount === undefined
      ? { sentence: 'Say how much is wanted.' }
      : tryScaleTo({
          document,
          library: library.byId,
          wanted,
          amount,
          productYield,
          scales: scales.data ?? [],
          hotness: document.hotness.find((h) => h.name === heat)?.factor,
        });
  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap', mb: 1.5 }}>
        <TextField
          select
          label="Wanted"
          value={wanted}
          onChange={(e) => {
            setWanted(e.target.value as WantedKind);
            setAmount(undefined);
          }}
          sx={{ width: 170 }}
        >
          {WANTED.map((w) => (
            <MenuItem key={w} value={w}>
              {WANTED_WORDS[w]}
            </MenuItem>
          ))}
        </TextField>
        {counted ? (
          <NumberField key={wanted} label="How many" width={150} onValue={setAmount} />
        ) : (
          <MassField
            key={wanted}
            label="How much"
            width={170}
            initial={wanted === 'meat' ? units.mass(document.usualMeatMg) : ''}
            onValue={setAmount}
          />
        )}
        {document.hotness.length > 0 ? (
          <TextField
            select
            label="Heat"
            value={heat}
            onChange={(e) => setHeat(e.target.value)}
            sx={{ width: 140 }}
          >
            <MenuItem value="">as written</MenuItem>
            {document.hotness.map((h) => (
              <MenuItem key={h.name} value={h.name}>
                {h.name}
              </MenuItem>
            ))}
          </TextField>
        ) : null}
        <Box sx={{ alignSelf: 'center' }}>
          {unknown.length > 0
            ? `What comes out of ${unknown.join(' and ')} is not known: write it in the method, or make a batch. Here nothing is lost there.`
            : `Mix to finished ${units.percent(productYield * 100)}${learned ? `, learned from ${learned.batches} of its batches` : ', as the method expects'}.`}
        </Box>
      </Box>
      {'batch' in answer ? (
        <Scaled batch={answer.batch} usualMg={document.usualMeatMg} isFinishedKnown={unknown.length === 0} />
      ) : (
        <Box role="alert">{answer.sentence}</Box>
      )}
    </Box>
  );
}

function Scaled({
  batch,
  usualMg,
  isFinishedKnown,
}: {
  batch: ScaledBatch;
  usualMg: number;
  isFinishedKnown: boolean;
}) {
  const units = useUnits();
  const off = fixedDoseErrorPct(usualMg, batch.meatMg);
  const tiny = batch.lines.filter((l) => l.preBlendFor !== null);
  return (
    <>
      <Box sx={{ ...NUMERALS, fontSize: 22, display: 'flex', gap: 3, flexWrap: 'wrap', mb: 1 }}>
        <b>{units.mass(batch.meatMg)} meat</b>
        <span>{units.mass(batch.mixMg)} mix</span>
        <span>{isFinishedKnown ? `${units.mass(batch.finishedMg)} finished` : 'finished: not known'}</span>
        <span>
          {batch.loads} {batch.loads === 1 ? 'load' : 'loads'} of the mixer
        </span>
        {batch.fills === null ? null : <span>{batch.fills} fills</span>}
        {batch.links === null ? null : <span>{batch.links} pieces</span>}
        {batch.packs === null || !isFinishedKnown ? null : <span>{batch.packs} packs</span>}
        {batch.metres === null ? null : <span>{units.length(batch.metres * 1000)} casing</span>}
      </Box>
      {Math.abs(off) > 0.5 ? (
        <Box sx={{ mb: 1 }}>
          The grams of its usual {units.mass(usualMg)}, used unscaled here, would be{' '}
          {units.number(Math.abs(off), 1)} % {off < 0 ? 'weak' : 'strong'}.
        </Box>
      ) : null}
      <Box role="table" aria-label="What to weigh">
        {batch.lines.map((line) => (
          <Box
            key={line.key}
            role="row"
            sx={{
              display: 'grid',
              gridTemplateColumns: '1fr 110px 90px 130px 210px',
              gap: 1,
              alignItems: 'center',
              borderTop: `1px solid ${COLOUR.edge}`,
              minHeight: 46,
            }}
          >
            <Box role="cell">
              <b>{line.name}</b>
              {line.packets ? (
                <Box sx={{ fontSize: 15 }}>
                  {line.packets.whole} whole {line.packets.whole === 1 ? 'packet' : 'packets'}
                  {line.packets.restMg > 0
                    ? ` and ${units.mass(line.packets.restMg)} weighed out of one more`
                    : ''}
                </Box>
              ) : null}
            </Box>
            <Box role="cell" sx={{ ...NUMERALS, fontSize: 18, textAlign: 'right' }}>
              {units.number(line.gPerKgMeat, 2)} g/kg
            </Box>
            <Box role="cell" sx={{ ...NUMERALS, fontSize: 18, textAlign: 'right' }}>
              {units.percent(line.pctOfMix, 2)}
            </Box>
            <Box role="cell" sx={{ ...NUMERALS, fontSize: 24, fontWeight: 700, textAlign: 'right' }}>
              {units.mass(line.dueMg)}
            </Box>
            <Box role="cell" sx={{ ...NUMERALS, fontSize: 16 }}>
              {batch.loads > 1
                ? `each load ${[...new Set(line.perLoadMg.map((mg) => units.mass(mg)))].join(' or ')}`
                : ''}
            </Box>
          </Box>
        ))}
      </Box>
      {tiny.length > 0 ? (
        <Box role="note" sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'center' }}>
          <Triangle />
          <span>
            Too little for the finest scale: {tiny.map((l) => `${l.name}, ${units.mass(l.dueMg)}`).join('; ')}
            . Weigh it for {Math.max(...tiny.map((l) => l.preBlendFor ?? 1))} batches at once as a pre-blend.
          </span>
          <Button component={Link} to="/recipes/shelf">
            To the pre-blends
          </Button>
        </Box>
      ) : null}
    </>
  );
}
