import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { CardPart } from '@zest/core';

interface WhichCardProps {
  parts: readonly CardPart[];
  chosen: number;
  onChoose: (index: number) => void;
}

/** A text that holds several recipes is written up one by one; it stays until it is cleared. */
export function WhichCard({ parts, chosen, onChoose }: WhichCardProps) {
  return (
    <Box role="group" aria-label="Which recipe" sx={{ mb: 1.5 }}>
      <Box sx={{ mb: 0.5 }}>
        There are {parts.length} recipes in it. Which one first? The text stays for the others.
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {parts.map((part, i) => (
          <Button
            key={part.from}
            variant={i === chosen ? 'contained' : 'outlined'}
            aria-pressed={i === chosen}
            onClick={() => onChoose(i)}
          >
            {part.title}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
