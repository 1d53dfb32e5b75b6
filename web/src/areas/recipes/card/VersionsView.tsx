import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { compareRecipes, type Difference } from '@zest/core';
import { COLOUR } from '../../../ui/theme.js';
import type { ViewProps } from './view-props.js';
import { useUnits } from '../../../ui/units.js';
import { useShopTime } from '../../../ui/shop-time.js';

/** Every version with what changed and why, any two side by side, and the variants. */
export function VersionsView({ story }: ViewProps) {
  const time = useShopTime();
  const { versions, variants } = story;
  const [a, setA] = useState(versions[1]?.no ?? versions[0]?.no ?? 1);
  const [b, setB] = useState(versions[0]?.no ?? 1);
  const first = versions.find((v) => v.no === a);
  const second = versions.find((v) => v.no === b);
  const pick = (label: string, value: number, set: (no: number) => void) => (
    <TextField
      select
      label={label}
      value={value}
      onChange={(e) => set(Number(e.target.value))}
      sx={{ width: 150 }}
    >
      {versions.map((v) => (
        <MenuItem key={v.no} value={v.no}>
          version {v.no}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Box>
      {versions.map((version) => (
        <Box key={version.id} sx={{ borderTop: `1px solid ${COLOUR.edge}`, py: 1 }}>
          <b>Version {version.no}</b>, {time.day(version.publishedAt)}
          {version.person ? `, ${version.person}` : ''}
          {version.reason ? `: ${version.reason}` : ''}
          {Object.entries(version.signed).map(([guard, reason]) => (
            <Box key={guard} sx={{ fontSize: 15 }}>
              Signed past {guard}: “{reason}”
            </Box>
          ))}
          <DifferenceTable differences={version.differences} />
        </Box>
      ))}
      {versions.length > 2 && first && second ? (
        <Box sx={{ mt: 3 }}>
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1 }}>
            Compare {pick('From', a, setA)} {pick('To', b, setB)}
          </Box>
          <DifferenceTable differences={compareRecipes(first.document, second.document)} />
          {a !== b && compareRecipes(first.document, second.document).length === 0 ? (
            <Box>They are the same.</Box>
          ) : null}
        </Box>
      ) : null}
      {variants.length > 0 ? (
        <Box sx={{ mt: 3 }}>
          Variants:{' '}
          {variants.map((v, i) => (
            <span key={v.recipeId}>
              {i > 0 ? ', ' : ''}
              <Link to={`/recipes/${v.recipeId}`}>{v.name}</Link>
            </span>
          ))}
        </Box>
      ) : null}
    </Box>
  );
}

/** Before and after, side by side. */
function DifferenceTable({ differences }: { differences: readonly Difference[] }) {
  const units = useUnits();
  if (differences.length === 0) return null;
  return (
    <Box role="table" aria-label="Differences" sx={{ mt: 0.5 }}>
      {differences.map((d) => (
        <Box
          key={`${d.what} ${d.before} ${d.after}`}
          role="row"
          sx={{ display: 'grid', gridTemplateColumns: '200px 1fr 24px 1fr', gap: 1, py: 0.5 }}
        >
          <Box role="cell" sx={{ fontWeight: 700 }}>
            {d.what}
          </Box>
          <Box role="cell" sx={{ textDecoration: d.after === null ? 'line-through' : 'none' }}>
            {units.sentence(d.before ?? 'was not in it')}
          </Box>
          <Box aria-hidden="true">→</Box>
          <Box role="cell" sx={{ fontWeight: 700 }}>
            {units.sentence(d.after ?? 'taken out')}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
