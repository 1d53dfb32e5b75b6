import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import type { LineView } from '@zest/contract';
import { COLOUR, LOW, NUMERALS, SHORT } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { Jar } from '../../kit/jar/Jar.js';
import { isDone } from './is-done.js';
import { lineWords } from './scales.js';

interface JarRowProps {
  lines: readonly LineView[];
  chosenId?: string;
  pouringMg?: number;
  onChoose: (id: string) => void;
}

/** The weigh-up as a row of jars; the cure jar stands apart. */
export function JarRow({ lines, chosenId, pouringMg = 0, onChoose }: JarRowProps) {
  const units = useUnits();
  return (
    <Box
      role="list"
      aria-label="Lines to weigh"
      sx={{
        display: 'flex',
        gap: 1,
        overflowX: 'auto',
        pb: 1,
        mb: 1,
        [LOW]: { pb: 0, mb: 0 },
        [SHORT]: { position: 'absolute', right: 20, top: 72 },
      }}
    >
      {lines.map((line, i) => (
        <Box
          role="listitem"
          key={line.id}
          sx={{
            ...(line.isCure ? { mr: 3, pr: 2, borderRight: `3px dashed ${COLOUR.ink}` } : {}),
            ...(line.id === chosenId ? {} : { [SHORT]: { display: 'none' } }),
          }}
        >
          <ButtonBase
            onClick={() => onChoose(line.id)}
            aria-label={`${line.name}, ${i + 1} of ${lines.length}${isDone(line) ? ', done' : ''}`}
            aria-current={line.id === chosenId}
            sx={{
              flexDirection: 'column',
              width: 128,
              minHeight: 158,
              p: 0.5,
              border: `3px solid ${line.id === chosenId ? COLOUR.ink : 'transparent'}`,
              [LOW]: { minHeight: 92, p: 0, '& svg': { height: 40, width: 32 } },
            }}
          >
            <Jar
              filled={line.weighedMg / line.dueMg}
              low={line.lowMg / line.dueMg}
              high={line.highMg / line.dueMg}
              material={line.material}
              done={isDone(line)}
              pouring={line.id === chosenId ? pouringMg / line.dueMg : 0}
              cure={line.isCure}
              size={92}
            />
            <Box sx={{ fontSize: 17, lineHeight: 1.1, textAlign: 'center', [LOW]: { fontSize: 14 } }}>
              {line.name}
              {line.kind === 'meat' ? ` ${line.lotCode}` : ''}
            </Box>
            <Box sx={{ ...NUMERALS, fontSize: 22, fontWeight: 700, [LOW]: { fontSize: 18 } }}>
              {lineWords(units, line)(line.dueMg)}
            </Box>
          </ButtonBase>
        </Box>
      ))}
    </Box>
  );
}
