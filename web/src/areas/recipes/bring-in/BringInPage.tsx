import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { InputError, METHOD_TEMPLATES, readCard, type Card } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { MassField } from '../../../ui/fields.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { usePerson } from '../../../data/session.js';
import { Trouble } from '../../../ui/Trouble.js';
import { RecipePlaces } from '../RecipePlaces.js';
import { useLibrary } from '../use-recipes.js';
import { draftOfCard, type Resolved } from './card-draft.js';
import { CardLines } from './CardLines.js';
import { FileReader } from './FileReader.js';

const EXAMPLE = '4 tsp pepper, 1 tbsp thyme, 3 tbsp coarse salt for 7 lb';

/** An old recipe as it stands on its card, read line by line with its doubts, made into a draft. */
export default function BringInPage() {
  const navigate = useNavigate();
  const { numberStyle } = usePerson();
  const library = useLibrary();
  const [text, setText] = useState('');
  const [name, setName] = useState('');
  const [template, setTemplate] = useState('fresh-link');
  const [meatMg, setMeat] = useState<number>();
  const [resolved, setResolved] = useState<Record<number, Resolved>>({});
  const [error, setError] = useState<unknown>();
  const deferred = useDeferredValue(text);
  const { data } = library;
  const read = useMemo(
    () =>
      readText(withBatch(deferred, meatMg), { library: data ?? [], numberStyle: numberStyle ?? undefined }),
    [deferred, meatMg, data, numberStyle],
  );
  if (library.error) return <Trouble error={library.error} />;
  if (!data) return <Loading what="Opening the shelf" />;
  const card = 'card' in read ? read.card : undefined;
  const title = name.trim() || card?.title || '';
  const begin = async () => {
    if (!card) return;
    setError(undefined);
    try {
      const document = draftOfCard(card, resolved, template, library.byId);
      const draft = await command(ROUTES.addRecipeDraft, {
        body: { name: title.slice(0, 80) || 'Old recipe', document },
      });
      await navigate(`/recipes/drafts/${draft.id}`);
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <Box sx={{ pb: 2 }}>
      <RecipePlaces />
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(300px, 380px) minmax(0, 1fr)', gap: 3 }}>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
          <TextField
            label="The recipe as it stands on the card"
            placeholder={EXAMPLE}
            multiline
            minRows={10}
            maxRows={18}
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              setResolved({});
            }}
          />
          <TextField
            label="Its name"
            value={name}
            placeholder={card?.title ?? ''}
            onChange={(e) => setName(e.target.value)}
          />
          <MassField label="Meat it is for, if the card does not say" width="100%" onValue={setMeat} />
          <TextField select label="Made as" value={template} onChange={(e) => setTemplate(e.target.value)}>
            {METHOD_TEMPLATES.map((t) => (
              <MenuItem key={t.id} value={t.id}>
                {t.title}
              </MenuItem>
            ))}
          </TextField>
          <FileReader />
        </Box>
        <Box>
          {card ? (
            <CardLines
              card={card}
              library={library}
              resolved={resolved}
              onSettle={(i, value) => setResolved((now) => ({ ...now, [i]: { ...now[i], ...value } }))}
            />
          ) : text.trim() === '' ? (
            <Box sx={{ fontSize: 18, maxWidth: 560 }}>
              Type or paste it with its cups, spoons and pounds. Every line is turned into grams by the weight
              of that ingredient in that form; what is not clear is asked, and cure in a spoon is refused.
            </Box>
          ) : (
            <Trouble error={'sentence' in read ? read.sentence : ''} />
          )}
        </Box>
      </Box>
      {error ? <Trouble error={error} /> : null}
      <PrimaryBar>
        <Button
          variant="contained"
          sx={PRIMARY}
          disabled={!card || card.lines.length === 0}
          onClick={() => void begin()}
        >
          Write it up{card ? `, ${card.lines.length} ${card.lines.length === 1 ? 'line' : 'lines'}` : ''}
        </Button>
      </PrimaryBar>
    </Box>
  );
}

/** The batch that was typed beside the card stands at its end, where a card says it. */
function withBatch(text: string, meatMg: number | undefined): string {
  return meatMg && text.trim() !== '' ? `${text}\nfor ${meatMg / 1000} g` : text;
}

function readText(
  text: string,
  options: Parameters<typeof readCard>[1],
): { card: Card } | { sentence: string } {
  if (text.trim() === '') return { sentence: '' };
  try {
    return { card: readCard(text, options) };
  } catch (error) {
    if (error instanceof InputError) return { sentence: error.message };
    throw error;
  }
}
