import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ROLES, ROUTES, type Member } from '@zest/contract';
import { call } from '../../data/api.js';
import { showPdf } from '../../data/files.js';
import { queries } from '../../data/queries.js';
import { usePerson } from '../../data/session.js';
import { ChoiceInput, CommandDialog, DateInput, TextInput, TickInput } from '../../ui/command/index.js';
import { Loading } from '../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { useShopTime } from '../../ui/shop-time.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Triangle, Trouble } from '../../ui/Trouble.js';
import { DayCodeDialog, DayCodeSign, type DayCode } from './DayCode.js';
import { SecretFields } from './SecretFields.js';
import { ShopPlaces } from './ShopPlaces.js';
import { ROLE_WORD } from './role-words.js';

type Doing = { what: 'add' | 'day' } | { what: 'change' | 'secret' | 'end'; member: Member };

/** Everybody of the shop: what they do, where they are signed in, and who is let in no more. */
export default function PeoplePage() {
  const { role } = usePerson();
  const people = useQuery(queries.people);
  const [doing, setDoing] = useState<Doing>();
  const [day, setDay] = useState<DayCode>();
  const [trouble, setTrouble] = useState<unknown>();
  const close = () => setDoing(undefined);
  const badge = (member: Member) => {
    setTrouble(undefined);
    call(ROUTES.makeBadge, { params: { id: member.id } }).then(({ pdf }) => {
      showPdf(pdf);
      void people.refetch();
    }, setTrouble);
  };
  return (
    <Box>
      <ShopPlaces />
      {people.error ? <Trouble error={people.error} again={() => void people.refetch()} /> : null}
      {people.isPending ? <Loading what="Asking who is here" /> : null}
      {trouble ? <Trouble error={trouble} /> : null}
      {day ? <DayCodeSign {...day} /> : null}
      {people.data?.map((member) => (
        <Row
          key={member.id}
          member={member}
          canChange={role === 'lead'}
          onDo={setDoing}
          onBadge={() => badge(member)}
        />
      ))}
      {role === 'lead' ? (
        <PrimaryBar>
          <Button variant="contained" sx={PRIMARY} onClick={() => setDoing({ what: 'add' })}>
            Add somebody
          </Button>
          <Button onClick={() => setDoing({ what: 'day' })}>A code for an inspector, for a day</Button>
        </PrimaryBar>
      ) : null}
      {doing?.what === 'add' ? <AddDialog onClose={close} /> : null}
      {doing?.what === 'day' ? <DayCodeDialog onDone={setDay} onClose={close} /> : null}
      {doing?.what === 'change' ? <ChangeDialog member={doing.member} onClose={close} /> : null}
      {doing?.what === 'secret' ? (
        <CommandDialog
          route={ROUTES.setSecret}
          params={{ id: doing.member.id }}
          title={`A new PIN or password for ${doing.member.name}`}
          action="Set it and sign out everywhere"
          initial={{ secretKind: doing.member.secret }}
          topics={['people']}
          onClose={close}
        >
          <SecretFields />
        </CommandDialog>
      ) : null}
      {doing?.what === 'end' ? (
        <CommandDialog
          route={ROUTES.endSessions}
          params={{ id: doing.member.id }}
          title={`${doing.member.name} is signed in at ${doing.member.sessions}`}
          action="Sign out everywhere"
          topics={['people']}
          onClose={close}
        >
          <Box>What waits on a device there stays on it, and is sent when somebody signs in again.</Box>
        </CommandDialog>
      ) : null}
    </Box>
  );
}

function Row({
  member,
  canChange,
  onDo,
  onBadge,
}: {
  member: Member;
  canChange: boolean;
  onDo: (doing: Doing) => void;
  onBadge: () => void;
}) {
  const time = useShopTime();
  const { name, role, active, sessions, lastIn, wrongTries, guestUntil, hasBadge, signs, confirms } = member;
  const { hygieneUntil, skills } = member;
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '220px 160px 1fr auto',
        gap: 2,
        alignItems: 'center',
        minHeight: 64,
        borderTop: `1px solid ${COLOUR.edge}`,
      }}
    >
      <Box sx={{ fontSize: 20, fontWeight: active ? 700 : 400 }}>{name}</Box>
      <Box>
        {active ? ROLE_WORD[role] : 'let in no more'}
        {active && role === 'bench' && signs ? ', signs' : ''}
        {active && role === 'bench' && !confirms ? ', confirms no cure' : ''}
      </Box>
      <Box sx={NUMERALS}>
        {sessions > 0 ? `signed in at ${sessions} ${sessions === 1 ? 'device' : 'devices'}` : 'not signed in'}
        {lastIn ? `, last on ${time.day(lastIn)} at ${time.clock(lastIn)}` : ''}
        {guestUntil ? `, by a code until ${time.day(guestUntil)}, ${time.clock(guestUntil)}` : ''}
        {skills ? <Box>{skills}</Box> : null}
        {active && hygieneUntil ? (
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
            {hygieneUntil < time.today() ? <Triangle size={18} /> : null}
            instructed in hygiene until {hygieneUntil}
          </Box>
        ) : null}
        {wrongTries > 0 ? (
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700 }}>
            <Triangle size={18} /> {wrongTries} wrong {wrongTries === 1 ? 'try' : 'tries'} in the last day
          </Box>
        ) : null}
      </Box>
      {canChange ? (
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            variant="outlined"
            aria-label={`Change ${name}`}
            onClick={() => onDo({ what: 'change', member })}
          >
            Change
          </Button>
          {role === 'bench' && active ? (
            <Button aria-label={`A badge for ${name}`} onClick={onBadge}>
              {hasBadge ? 'Another badge' : 'Badge'}
            </Button>
          ) : null}
          {role !== 'lead' && active && guestUntil === null ? (
            <Button
              aria-label={`New PIN or password for ${name}`}
              onClick={() => onDo({ what: 'secret', member })}
            >
              Forgotten
            </Button>
          ) : null}
          {sessions > 0 ? (
            <Button aria-label={`Sign ${name} out everywhere`} onClick={() => onDo({ what: 'end', member })}>
              Sign out
            </Button>
          ) : null}
        </Box>
      ) : null}
    </Box>
  );
}

const ROLE_CHOICES = ROLES.map((role) => [role, ROLE_WORD[role]] as const);

function AddDialog({ onClose }: { onClose: () => void }) {
  return (
    <CommandDialog
      route={ROUTES.addPerson}
      title="Add somebody"
      action={({ name }) => `Add ${name ?? 'them'}`}
      initial={{ role: 'bench', secretKind: 'pin' }}
      topics={['people']}
      onClose={onClose}
    >
      <TextInput name="name" label="Name" />
      <ChoiceInput name="role" label="What they do" options={ROLE_CHOICES} width={220} />
      <SecretFields />
    </CommandDialog>
  );
}

function ChangeDialog({ member, onClose }: { member: Member; onClose: () => void }) {
  return (
    <CommandDialog
      route={ROUTES.changePerson}
      params={{ id: member.id }}
      title={`Change ${member.name}`}
      action="Change"
      initial={{
        name: member.name,
        role: member.role,
        active: member.active,
        signs: member.signs,
        confirms: member.confirms,
        hygieneUntil: member.hygieneUntil,
        skills: member.skills,
      }}
      topics={['people']}
      onClose={onClose}
    >
      <TextInput name="name" label="Name" />
      <ChoiceInput name="role" label="What they do" options={ROLE_CHOICES} width={220} />
      <TickInput name="active" label="Is let in" />
      <TickInput name="signs" label="Of the bench: signs past what speaks against a batch, as a lead does" />
      <TickInput name="confirms" label="Confirms cure as the second person" />
      <DateInput name="hygieneUntil" label="Instructed in hygiene until" width={240} />
      <TextInput
        name="skills"
        label="What they can do, such as machines, sharpening, first aid"
        width="100%"
      />
      <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
        With another role, or let in no more, they are signed out everywhere at once. What they entered stays
        theirs.
      </Box>
    </CommandDialog>
  );
}
