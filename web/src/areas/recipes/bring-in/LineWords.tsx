import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { COLOUR } from '../../../ui/theme.js';

interface Placed {
  text: string;
  place: number;
}

interface WritingProps {
  onWrite: (place: number, line: string) => void;
  onJoin: (place: number) => void;
  lineAt: (place: number) => string;
}

/** What can be done with the words of a line: left out, written otherwise – parted by a line of its own –, joined. */
export function LineWords({
  line,
  onLeaveOut,
  ...writing
}: WritingProps & { line: Placed; onLeaveOut: () => void }) {
  return (
    <Box sx={{ pl: '34px', display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
      <Button onClick={onLeaveOut}>Leave it out</Button>
      <Rewrite place={line.place} {...writing} />
    </Box>
  );
}

/** A line that was left out: it goes along as a note. */
export function LeftOut({ line, onTakeIn }: { line: Placed; onTakeIn: () => void }) {
  return (
    <Box
      role="group"
      aria-label={line.text}
      sx={{ borderTop: `1px solid ${COLOUR.edge}`, py: 1, display: 'flex', gap: 2, alignItems: 'center' }}
    >
      <s>{line.text}</s> left out, kept as a note
      <Button onClick={onTakeIn}>Take it in again</Button>
    </Box>
  );
}

/** What was read as no ingredient; written otherwise, it may be one. */
export function NoteRow({ note, ...writing }: WritingProps & { note: Placed }) {
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
      <span>
        line {note.place}: {note.text}
      </span>
      <Rewrite place={note.place} {...writing} />
    </Box>
  );
}

function Rewrite({ place, onWrite, onJoin, lineAt }: WritingProps & { place: number }) {
  const [words, setWords] = useState<string>();
  if (words !== undefined) {
    return (
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'start', width: '100%', py: 0.5 }}>
        <TextField
          label={`Line ${place}; a new line parts it`}
          value={words}
          multiline
          autoFocus
          fullWidth
          onChange={(e) => setWords(e.target.value)}
        />
        <Button
          variant="outlined"
          onClick={() => {
            onWrite(place, words);
            setWords(undefined);
          }}
        >
          Read it so
        </Button>
      </Box>
    );
  }
  return (
    <>
      <Button onClick={() => setWords(lineAt(place))}>Write it otherwise</Button>
      {place > 1 ? <Button onClick={() => onJoin(place)}>Join it to the one above</Button> : null}
    </>
  );
}
