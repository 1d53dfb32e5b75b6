import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { ROUTES, type CustomerTicket } from '@zest/contract';
import { usePerson } from '../../data/session.js';
import { ChoiceInput, CommandDialog, MassInput, same } from '../../ui/command/index.js';
import { Loading } from '../../ui/Loading.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { ColdRoomPlaces } from './ColdRoomPlaces.js';
import { queries } from '../../data/queries.js';

/** A ticket for every customer with meat of their own: in, usable, sold into it, back, binned. */
export default function CustomersPage() {
  const tickets = useQuery(queries.customers);
  if (tickets.error) return <Trouble error={tickets.error} again={() => void tickets.refetch()} />;
  if (!tickets.data) return <Loading what="Fetching the tickets" />;
  return (
    <Box sx={{ pb: 3 }}>
      <ColdRoomPlaces />
      <Box sx={{ mb: 2 }}>
        A customer’s own meat never enters a shop product or another customer’s. What the shop adds is sold to
        it first.
      </Box>
      {tickets.data.length === 0 ? <Box>No customer’s meat is in the house.</Box> : null}
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(2, 1fr)', gap: 3 }}>
        {tickets.data.map((ticket) => (
          <Ticket key={ticket.customer} ticket={ticket} />
        ))}
      </Box>
    </Box>
  );
}

function Ticket({ ticket }: { ticket: CustomerTicket }) {
  const units = useUnits();
  const rows: [string, number][] = [
    ['Brought', ticket.broughtMg],
    ['Usable after trimming', ticket.usableMg],
    ['Given back', ticket.returnedMg],
    ['Binned', ticket.binnedMg],
    ['Still here', ticket.inStockMg],
  ];
  return (
    <Box
      component="section"
      aria-label={ticket.customer}
      sx={{ border: `2px solid ${COLOUR.edge}`, bgcolor: COLOUR.sheet, p: 2.5, borderRadius: 1 }}
    >
      <Box component="h2" sx={{ fontSize: 22, mt: 0, mb: 1 }}>
        {ticket.customer}
      </Box>
      {rows.map(([name, mg]) => (
        <Line key={name} name={name} value={units.mass(mg, 10_000)} />
      ))}
      <h3>What the shop sold into it</h3>
      {ticket.sold.length === 0 ? <Box>Nothing yet.</Box> : null}
      {ticket.sold.map((sale) => (
        <Line
          key={`${sale.name} ${sale.at}`}
          name={
            sale.measure === 'mg'
              ? `${sale.name}, ${units.mass(sale.amount, 1000)} at ${units.perMass(sale.priceMinor)}`
              : `${sale.name}, ${units.length(sale.amount)} at ${units.money(sale.priceMinor)} a metre`
          }
          value={units.money(sale.minor)}
        />
      ))}
      <Box sx={{ borderTop: `2px solid ${COLOUR.ink}`, mt: 1, pt: 0.5, fontWeight: 700 }}>
        <Line name="To pay for goods" value={units.money(ticket.soldMinor)} />
      </Box>
      {ticket.batches.map((batch) => (
        <Box key={`${batch.id} ${batch.portion ?? ''}`} sx={{ mt: 1 }}>
          <Link to={`/batches/${batch.id}`}>
            Batch {batch.number}, {batch.product}
          </Link>{' '}
          {batch.state}, <span style={NUMERALS}>{units.mass(batch.outMg, 10_000)}</span> finished and{' '}
          <span style={NUMERALS}>{units.mass(batch.leftOverMg, 10_000)}</span> left over are here
          <GiveBackButton batch={batch} customer={ticket.customer} />
        </Box>
      ))}
    </Box>
  );
}

/** What was made of their own goes back to them, weighed. */
function GiveBackButton({ batch, customer }: { batch: CustomerTicket['batches'][number]; customer: string }) {
  const units = useUnits();
  const { role } = usePerson();
  const [open, setOpen] = useState(false);
  const may = role === 'lead' || role === 'bench';
  if (!may || batch.outMg + batch.leftOverMg <= 0) return null;
  const what = batch.outMg > 0 ? 'finished' : 'left over';
  return (
    <>
      <Button onClick={() => setOpen(true)}>Give back…</Button>
      {open ? (
        <CommandDialog
          route={ROUTES.giveBack}
          params={{ id: batch.id }}
          title={`Batch ${batch.number} back to ${customer}`}
          action={({ massMg }) => `Give back ${massMg === undefined ? '…' : units.mass(massMg)}`}
          toBody={(typed) => ({ ...typed, ...(batch.portion === null ? {} : { portion: batch.portion }) })}
          initial={{ what, massMg: batch.outMg > 0 ? batch.outMg : batch.leftOverMg }}
          onClose={() => setOpen(false)}
        >
          <ChoiceInput name="what" label="What goes back" options={same(['finished', 'left over'])} />
          <MassInput name="massMg" label="Weight" width="100%" />
        </CommandDialog>
      ) : null}
    </>
  );
}

function Line({ name, value }: { name: string; value: string }) {
  return (
    <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 2 }}>
      <span>{name}</span>
      <span style={{ ...NUMERALS, fontSize: 19, whiteSpace: 'nowrap' }}>{value}</span>
    </Box>
  );
}
