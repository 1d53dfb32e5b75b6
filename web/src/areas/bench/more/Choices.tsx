import Box from '@mui/material/Box';
import Button from '@mui/material/Button';

export interface Choice {
  key: string;
  name: string;
  about?: string | undefined;
}

/** Things to choose from, large enough for a wet glove. */
export function Choices({
  label,
  choices,
  chosen,
  onChoose,
}: {
  label: string;
  choices: readonly Choice[];
  chosen?: string | undefined;
  onChoose: (key: string) => void;
}) {
  return (
    <Box
      role="group"
      aria-label={label}
      sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(250px, 1fr))', gap: 1.5 }}
    >
      {choices.map((choice) => (
        <Button
          key={choice.key}
          variant={choice.key === chosen ? 'contained' : 'outlined'}
          aria-pressed={choice.key === chosen}
          onClick={() => onChoose(choice.key)}
          sx={{ minHeight: 76, fontSize: 20, display: 'block', textAlign: 'left', px: 2 }}
        >
          {choice.name}
          {choice.about ? (
            <Box component="span" sx={{ display: 'block', fontSize: 16, fontWeight: 400 }}>
              {choice.about}
            </Box>
          ) : null}
        </Button>
      ))}
    </Box>
  );
}
