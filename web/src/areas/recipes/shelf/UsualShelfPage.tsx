import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { queries } from '../../../data/queries.js';
import { useCommand } from '../../../data/use-command.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { TabRow } from '../../../ui/TabRow.js';
import { COLOUR } from '../../../ui/theme.js';
import { Tick, Trouble } from '../../../ui/Trouble.js';
import { RecipePlaces } from '../RecipePlaces.js';
import { useLibrary } from '../use-recipes.js';
import { grouped, nameOf, toTakeUp, type ShelfKind, type UsualItem } from './usual-list.js';

const KINDS = {
  'Spices, cures and the rest': 'ingredients',
  Casings: 'casings',
  'Meats and fats': 'trims',
} as const satisfies Record<string, ShelfKind>;
type Tab = keyof typeof KINDS;
const TABS = Object.keys(KINDS) as Tab[];

/** The usual shelf of the trade: the shop ticks what it has, and nothing is bought or counted by it. */
export default function UsualShelfPage() {
  const library = useLibrary();
  const casings = useQuery(queries.casings);
  const trims = useQuery(queries.trims);
  const [tab, setTab] = useState<Tab>('Spices, cures and the rest');
  const [find, setFind] = useState('');
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [added, setAdded] = useState<number>();
  const sending = useCommand(['lots', 'recipes']);
  const here = useMemo(
    () =>
      new Set([
        ...library.list.map(nameOf),
        ...(casings.data ?? []).map((c) => c.name),
        ...(trims.data ?? []).map((t) => t.name),
      ]),
    [library.list, casings.data, trims.data],
  );
  if (!library.data || !casings.data || !trims.data) return <Loading what="Opening the shelf" />;
  const tick = (keys: readonly string[], isOn: boolean) => {
    setAdded(undefined);
    setTicked((now) => {
      const next = new Set(now);
      for (const key of keys)
        if (isOn) next.add(key);
        else next.delete(key);
      return next;
    });
  };
  const put = () =>
    sending.run(async () => {
      const answer = await command(ROUTES.takeUp, { body: toTakeUp(ticked) });
      setAdded(answer.added);
      setTicked(new Set());
    });
  const groups = grouped(KINDS[tab], find);
  return (
    <Box sx={{ pb: 2 }}>
      <RecipePlaces />
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 1 }}>
        <TabRow label="What to look through" tabs={TABS} chosen={tab} onChoose={setTab} />
        <TextField label="Find" value={find} onChange={(e) => setFind(e.target.value)} sx={{ width: 240 }} />
      </Box>
      <Box sx={{ color: 'text.secondary', mb: 1 }}>
        Tick what the shop has. Figures are usual, from memory; what the bag says goes before them, and
        nothing is bought or counted by ticking it.
      </Box>
      {groups.map(([group, items]) => (
        <Group key={group} name={group} items={items} here={here} ticked={ticked} onTick={tick} />
      ))}
      {groups.length === 0 ? (
        <Box sx={{ py: 3 }}>
          Nothing usual has that name. What is not here is made where it is wanted: in a recipe’s line, or
          under Cold room, Spices and casings.
        </Box>
      ) : null}
      {sending.error ? <Trouble error={sending.error} /> : null}
      {added === undefined ? null : (
        <Box role="status" sx={{ display: 'flex', gap: 1, alignItems: 'center', my: 1 }}>
          <Tick size={22} /> {added === 1 ? '1 thing is' : `${added} things are`} on the shelf now.
        </Box>
      )}
      <PrimaryBar>
        <Button
          variant="contained"
          sx={PRIMARY}
          disabled={ticked.size === 0 || sending.busy}
          onClick={() => void put()}
        >
          Put {ticked.size} on the shelf
        </Button>
      </PrimaryBar>
    </Box>
  );
}

interface GroupProps {
  name: string;
  items: readonly UsualItem[];
  /** Names of what the shop has. */
  here: ReadonlySet<string>;
  ticked: ReadonlySet<string>;
  onTick: (keys: readonly string[], isOn: boolean) => void;
}

function Group({ name, items, here, ticked, onTick }: GroupProps) {
  const open = items.filter((i) => !here.has(i.name)).map((i) => i.key);
  const isAll = open.every((key) => ticked.has(key));
  return (
    <Box component="section" aria-label={name}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mt: 1 }}>
        <Box component="h2" sx={{ fontSize: 20, m: 0 }}>
          {name}
        </Box>
        {open.length > 1 ? (
          <Button onClick={() => onTick(open, !isAll)}>{isAll ? 'None of these' : 'All of these'}</Button>
        ) : null}
      </Box>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(330px, 1fr))', columnGap: 2 }}
      >
        {items.map((item) => {
          const isHere = here.has(item.name);
          return (
            <Box
              key={item.key}
              component="label"
              sx={{
                display: 'flex',
                alignItems: 'center',
                minHeight: 52,
                borderTop: `1px solid ${COLOUR.edge}`,
                cursor: isHere ? 'default' : 'pointer',
              }}
            >
              <Checkbox
                checked={isHere || ticked.has(item.key)}
                disabled={isHere}
                onChange={(_event, isOn) => onTick([item.key], isOn)}
              />
              <Box sx={{ lineHeight: 1.25 }}>
                <b>{item.name}</b>
                <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
                  {isHere ? 'the shop has it' : item.about}
                </Box>
              </Box>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
