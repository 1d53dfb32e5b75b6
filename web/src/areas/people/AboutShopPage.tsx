import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import {
  BOOK_IDS,
  COUNTRIES,
  NITRITE_RULES,
  countryOf,
  formatMoney,
  isCurrency,
  shopClock,
} from '@zest/core';
import { ROUTES, type OwnShop } from '@zest/contract';
import { ApiProblem, call } from '../../data/api.js';
import { deviceTime } from '../../data/device-time.js';
import { queries } from '../../data/queries.js';
import { SESSION_KEY, usePerson } from '../../data/session.js';
import { useCommand } from '../../data/use-command.js';
import { NumberField } from '../../ui/fields.js';
import { Loading } from '../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { Tick, Trouble } from '../../ui/Trouble.js';
import { MachinesPart } from './MachinesPart.js';
import { ShopPlaces } from './ShopPlaces.js';

/** What the shop says of itself: said once, and everything else begins from it. */
export default function AboutShopPage() {
  const shop = useQuery(queries.shop);
  const [isDone, setDone] = useState(false);
  return (
    <Box>
      <ShopPlaces />
      {shop.error ? <Trouble error={shop.error} again={() => void shop.refetch()} /> : null}
      {shop.isPending ? <Loading what="Asking which shop it is" /> : null}
      {shop.data ? (
        <Form key={JSON.stringify(shop.data)} kept={shop.data} isDone={isDone} onDone={setDone} />
      ) : null}
    </Box>
  );
}

/** What is usual in a country, into what is being filled in; the name and the machines stay. */
function inCountry(shop: OwnShop, code: string): OwnShop {
  const country = countryOf(code);
  if (!country) return shop;
  const { currency, units, numberStyle, book, zones } = country;
  return { ...shop, country: code, currency, units, numberStyle, book, timeZone: zones[0] ?? shop.timeZone };
}

interface FormProps {
  kept: OwnShop;
  /** What is shown was just said. */
  isDone: boolean;
  onDone: (isDone: boolean) => void;
}

function Form({ kept, isDone, onDone }: FormProps) {
  const canChange = usePerson().role === 'lead';
  const client = useQueryClient();
  const [shop, setShop] = useState(kept);
  const { run, error, busy } = useCommand(['recipes', 'people'], () => {
    onDone(true);
    void client.invalidateQueries({ queryKey: SESSION_KEY });
  });
  const set = (more: Partial<OwnShop>) => {
    onDone(false);
    setShop((now) => ({ ...now, ...more }));
  };
  const fault = (path: string) =>
    error instanceof ApiProblem ? error.problem.errors?.find((e) => e.path === path)?.message : undefined;
  const field = (path: keyof OwnShop, label: string, rest: object = {}) => ({
    label,
    disabled: !canChange,
    error: fault(path) !== undefined,
    helperText: fault(path),
    ...rest,
  });
  return (
    <Box sx={{ maxWidth: 1000, display: 'grid', gap: 2.5, pt: 1 }}>
      <Part
        title="Where it stands"
        why="The country brings what is usual there; all of it can be set otherwise."
      >
        <TextField
          select
          sx={{ width: 260 }}
          value={shop.country ?? ''}
          {...field('country', 'Country')}
          onChange={(e) => {
            onDone(false);
            setShop((now) => inCountry(now, e.target.value));
          }}
        >
          {COUNTRIES.map((c) => (
            <MenuItem key={c.code} value={c.code}>
              {c.name}
            </MenuItem>
          ))}
        </TextField>
        <Zone
          shop={shop}
          disabled={!canChange}
          fault={fault('timeZone')}
          onChoose={(timeZone) => set({ timeZone })}
        />
      </Part>
      <Part
        title="Its name and address"
        why="The name stands on every screen and card; the address is for labels."
      >
        <TextField
          sx={{ width: 320 }}
          value={shop.name}
          {...field('name', 'Name of the shop')}
          onChange={(e) => set({ name: e.target.value })}
        />
        <TextField
          multiline
          minRows={2}
          sx={{ width: 400 }}
          value={shop.address}
          {...field('address', 'Address')}
          onChange={(e) => set({ address: e.target.value })}
        />
      </Part>
      <Money shop={shop} canChange={canChange} fault={fault} onSet={set} />
      <Part
        title="Its limits"
        why="Of cure, water and fat. The local authority decides; these are from memory."
      >
        <TextField
          select
          sx={{ width: 320 }}
          value={shop.book ?? ''}
          {...field('book', 'Rule book')}
          onChange={(e) => set({ book: e.target.value as OwnShop['book'] })}
        >
          {BOOK_IDS.map((id) => (
            <MenuItem key={id} value={id}>
              {NITRITE_RULES[id].title}
            </MenuItem>
          ))}
        </TextField>
        <Box sx={{ alignSelf: 'center' }}>
          The shop’s own, tighter ones: <Link to="/recipes/rules">Recipes, Rule books</Link>
        </Box>
      </Part>
      <Part
        title="Its machines"
        why="New recipes begin with the largest; a recipe says where it asks for what is not here."
      >
        <MachinesPart
          machines={shop.machines}
          canChange={canChange}
          fault={fault}
          onSet={(machines) => set({ machines })}
        />
      </Part>
      {error ? <Trouble error={error} /> : null}
      {isDone ? (
        <Box role="status" sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <Tick size={22} /> It holds from now on, on every screen.
        </Box>
      ) : null}
      {canChange ? (
        <PrimaryBar>
          <Button
            variant="contained"
            sx={PRIMARY}
            disabled={busy}
            onClick={() => void run(() => call(ROUTES.setShop, { body: shop }))}
          >
            {shop.name.trim() === '' ? 'This is the shop' : `This is ${shop.name.trim()}`}
          </Button>
        </PrimaryBar>
      ) : null}
    </Box>
  );
}

function Part({ title, why, children }: { title: string; why: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title}>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'baseline', mb: 1 }}>
        <Box component="h2" sx={{ fontSize: 20, m: 0 }}>
          {title}
        </Box>
        <Box sx={{ color: 'text.secondary' }}>{why}</Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'flex-start' }}>{children}</Box>
    </Box>
  );
}

interface ZoneProps {
  shop: OwnShop;
  disabled: boolean;
  fault: string | undefined;
  onChoose: (timeZone: string) => void;
}

/** The zones of the country first. */
function Zone({ shop, disabled, fault, onChoose }: ZoneProps) {
  const first = countryOf(shop.country)?.zones ?? [];
  const all = Intl.supportedValuesOf('timeZone');
  return (
    <Autocomplete
      sx={{ width: 340 }}
      options={[...new Set([...first, shop.timeZone, ...all])]}
      value={shop.timeZone}
      disableClearable
      disabled={disabled}
      onChange={(_event, timeZone) => onChoose(timeZone)}
      renderInput={(params) => (
        <TextField
          {...params}
          label="Time zone of the shop"
          error={fault !== undefined}
          helperText={fault ?? `It is ${shopClock(shop.timeZone, deviceTime())} there.`}
        />
      )}
    />
  );
}

interface PartProps {
  shop: OwnShop;
  fault: (path: string) => string | undefined;
  onSet: (more: Partial<OwnShop>) => void;
}

function Money({ shop, canChange, fault, onSet }: PartProps & { canChange: boolean }) {
  const currencies = [...new Set(COUNTRIES.map((c) => c.currency))].sort();
  const options = { system: shop.units, numberStyle: shop.numberStyle ?? undefined };
  return (
    <Part
      title="Money, weights and numbers"
      why="For everybody who is added from now on; each person may see them otherwise."
    >
      <Autocomplete
        freeSolo
        sx={{ width: 160 }}
        options={currencies}
        inputValue={shop.currency ?? ''}
        disabled={!canChange}
        onInputChange={(_event, text) =>
          onSet({ currency: text.trim() === '' ? null : text.trim().toUpperCase() })
        }
        renderInput={(params) => (
          <TextField
            {...params}
            label="Currency"
            error={fault('currency') !== undefined}
            helperText={fault('currency') ?? 'three letters'}
          />
        )}
      />
      <NumberField
        label="An hour of work costs"
        width={200}
        disabled={!canChange}
        fault={fault('hourMinor')}
        initial={shop.hourMinor === null ? '' : String(shop.hourMinor / 100)}
        onValue={(major) => onSet({ hourMinor: major === undefined ? null : Math.round(major * 100) })}
      />
      <TextField
        select
        label="Weights and temperatures"
        sx={{ width: 230 }}
        value={shop.units}
        disabled={!canChange}
        onChange={(e) => onSet({ units: e.target.value as OwnShop['units'] })}
      >
        <MenuItem value="metric">kilograms, °C</MenuItem>
        <MenuItem value="pound">pounds and ounces, °F</MenuItem>
      </TextField>
      <TextField
        select
        label="Numbers"
        sx={{ width: 160 }}
        value={shop.numberStyle ?? 'point'}
        disabled={!canChange}
        onChange={(e) => onSet({ numberStyle: e.target.value as OwnShop['numberStyle'] })}
      >
        <MenuItem value="point">1.5</MenuItem>
        <MenuItem value="comma">1,5</MenuItem>
      </TextField>
      <Box sx={{ alignSelf: 'center' }}>
        A price reads{' '}
        {formatMoney(
          1250,
          shop.currency !== null && isCurrency(shop.currency) ? shop.currency : null,
          options,
        )}
        .
      </Box>
    </Part>
  );
}
