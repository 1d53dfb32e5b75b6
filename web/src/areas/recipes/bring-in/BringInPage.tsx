import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  InputError,
  METHOD_TEMPLATES,
  cardsIn,
  readCard,
  type Card,
  type CardOptions,
  type DoseBasis,
} from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useMachines } from '../../../data/use-machines.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { usePerson } from '../../../data/session.js';
import { Trouble } from '../../../ui/Trouble.js';
import { RecipePlaces } from '../RecipePlaces.js';
import { useLibrary } from '../use-recipes.js';
import { draftOfCard, type Resolved } from './card-draft.js';
import { CardLines } from './CardLines.js';
import { CardMeats } from './CardMeats.js';
import { joinedUp, keepText, keptText, lineAt, withLine } from './card-text.js';
import { FileReader } from './FileReader.js';
import { WhichCard } from './WhichCard.js';

const EXAMPLE = '4 tsp pepper, 1 tbsp thyme, 3 tbsp coarse salt for 7 lb';

/** An old recipe as it stands on its card, read line by line with its doubts, made into a draft. */
export default function BringInPage() {
  const navigate = useNavigate();
  const { id: personId, numberStyle } = usePerson();
  const machines = useMachines();
  const library = useLibrary();
  const [whole, setWhole] = useState(() => keptText(personId));
  const [part, setPart] = useState(0);
  const [name, setName] = useState('');
  const [template, setTemplate] = useState('fresh-link');
  const [meatMg, setMeat] = useState<number>();
  const [basis, setBasis] = useState<DoseBasis>();
  const [resolved, setResolved] = useState<Record<string, Resolved>>({});
  const [error, setError] = useState<unknown>();
  const parts = useMemo(() => cardsIn(whole), [whole]);
  const chosen = parts[Math.min(part, parts.length - 1)];
  const text = chosen?.text ?? '';
  const deferred = useDeferredValue(text);
  const { data } = library;
  const read = useMemo(
    () =>
      readText(deferred, {
        library: data ?? [],
        basis,
        batchKg: meatMg === undefined ? undefined : meatMg / 1e6,
        numberStyle: numberStyle ?? undefined,
      }),
    [deferred, meatMg, basis, data, numberStyle],
  );
  if (library.error) return <Trouble error={library.error} />;
  if (!data) return <Loading what="Opening the shelf" />;
  const card = 'card' in read ? read.card : undefined;
  const write = (next: string) => {
    setWhole(next);
    keepText(personId, next);
    setMeat(undefined);
  };
  /** Places on the screen are of the part that is read; the text holds all of them. */
  const placed = (place: number) => (chosen?.from ?? 1) - 1 + place;
  const title = name.trim() || card?.title || '';
  const confirm = (massMg: number | undefined) => {
    setMeat(massMg);
    // Grams that were weighed for another amount of meat are another dose.
    setResolved((now) =>
      Object.fromEntries(Object.entries(now).map(([i, { gPerKg: _g, weighed: _w, ...rest }]) => [i, rest])),
    );
  };
  const begin = async () => {
    if (!card) return;
    setError(undefined);
    try {
      const document = draftOfCard(card, resolved, basis, { id: template, machines }, library.byId);
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
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(240px, 32%) minmax(0, 1fr)', gap: 3 }}>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
          <TextField
            label="The recipe as it stands on the card"
            placeholder={EXAMPLE}
            multiline
            minRows={10}
            maxRows={18}
            value={whole}
            onChange={(e) => {
              write(e.target.value);
            }}
          />
          <TextField
            label="Its name"
            value={name}
            placeholder={card?.title ?? ''}
            onChange={(e) => setName(e.target.value)}
          />
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
            <>
              {parts.length > 1 ? (
                <WhichCard
                  parts={parts}
                  chosen={Math.min(part, parts.length - 1)}
                  onChoose={(i) => {
                    setPart(i);
                    setName('');
                    setMeat(undefined);
                  }}
                />
              ) : null}
              <CardMeats key={deferred} card={card} confirmedMg={meatMg} onConfirm={confirm} />
              {card.asksBasis ? <AskBasis basis={basis} onBasis={setBasis} /> : null}
              <CardLines
                card={card}
                on={{ batchKg: meatMg === undefined ? null : meatMg / 1e6, basis }}
                library={library}
                resolved={resolved}
                onSettle={(key, value) =>
                  setResolved((now) => ({ ...now, [key]: { ...now[key], ...value } }))
                }
                onWrite={(place, line) => write(withLine(whole, placed(place), line))}
                onJoin={(place) => write(joinedUp(whole, placed(place)))}
                lineAt={(place) => lineAt(whole, placed(place))}
              />
            </>
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
          disabled={!card || card.lines.length === 0 || meatMg === undefined}
          onClick={() => void begin()}
        >
          Write it up{card ? `, ${card.lines.length} ${card.lines.length === 1 ? 'line' : 'lines'}` : ''}
        </Button>
      </PrimaryBar>
    </Box>
  );
}

/** A percent on the card is of one thing, whichever line it stands on. */
function AskBasis({ basis, onBasis }: { basis: DoseBasis | undefined; onBasis: (basis: DoseBasis) => void }) {
  return (
    <Box
      role="group"
      aria-label="What a percent is of"
      sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1 }}
    >
      A percent on this card is
      {(['meat', 'mix'] as const).map((one) => (
        <Button
          key={one}
          variant={basis === one ? 'contained' : 'outlined'}
          aria-pressed={basis === one}
          onClick={() => onBasis(one)}
        >
          {one === 'meat' ? 'of the meat' : 'of the whole mix'}
        </Button>
      ))}
    </Box>
  );
}

function readText(text: string, options: CardOptions): { card: Card } | { sentence: string } {
  if (text.trim() === '') return { sentence: '' };
  try {
    return { card: readCard(text, options) };
  } catch (error) {
    if (error instanceof InputError) return { sentence: error.message };
    throw error;
  }
}
