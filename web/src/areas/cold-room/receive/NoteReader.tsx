import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { ROUTES, type DeliveryNoteLine } from '@zest/contract';
import { call } from '../../../data/api.js';
import { toBase64 } from '../../../data/files.js';
import { Trouble } from '../../../ui/Trouble.js';

interface NoteReaderProps {
  supplier: string;
  onRead: (lines: DeliveryNoteLine[]) => void;
}

/** A delivery note pasted as text, or read from a CSV or XLSX file. Nothing is taken in by reading. */
export function NoteReader({ supplier, onRead }: NoteReaderProps) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [error, setError] = useState<unknown>();
  const input = useRef<HTMLInputElement>(null);
  const read = async (note: { text: string } | { xlsxBase64: string }) => {
    setError(undefined);
    try {
      const { lines } = await call(ROUTES.readDeliveryNote, {
        body: { note, defaults: supplier.trim() ? { supplier } : {} },
      });
      onRead(lines);
      setOpen(false);
      setText('');
    } catch (problem) {
      setError(problem);
    }
  };
  const readFile = async (file: File | undefined) => {
    if (!file) return;
    const isSheet = /\.xlsx$/i.test(file.name);
    await read(isSheet ? { xlsxBase64: await toBase64(file) } : { text: await file.text() });
  };
  return (
    <>
      <Button variant="outlined" onClick={() => setOpen(true)}>
        Read a delivery note
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} maxWidth="md" fullWidth aria-labelledby="note-title">
        <DialogTitle id="note-title">Read a delivery note</DialogTitle>
        <DialogContent>
          <Box sx={{ mb: 1.5 }}>
            Paste rows from a message or a sheet, or choose a CSV or XLSX file. The first row names the
            columns: trim, kg (or boxes and box weight), price, temperature, fat, fat by, use by, lot, state,
            owner.
          </Box>
          <TextField
            label="The note"
            value={text}
            onChange={(e) => setText(e.target.value)}
            multiline
            minRows={8}
            fullWidth
            placeholder={
              'trim\tkg\tprice\ttemp\tfat\tuse by\nPork shoulder 80/20\t42.36\t4.15\t2.4\t21.5\t2026-03-20'
            }
          />
          <input
            ref={input}
            type="file"
            accept=".csv,.txt,.tsv,.xlsx"
            hidden
            aria-label="Delivery note file"
            onChange={(e) => {
              void readFile(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
          {error ? <Trouble error={error} /> : null}
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>Leave it</Button>
          <Button variant="outlined" onClick={() => input.current?.click()}>
            Choose a file
          </Button>
          <Button variant="contained" disabled={text.trim() === ''} onClick={() => void read({ text })}>
            Read it
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
