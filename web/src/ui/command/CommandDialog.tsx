import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useId, useMemo, useState, type ReactNode } from 'react';
import { FormProvider, useForm, type DefaultValues } from 'react-hook-form';
import type { z } from 'zod';
import type { Route } from '@zest/contract';
import { ApiProblem } from '../../data/api.js';
import { command } from '../../data/command.js';
import type { Topic } from '../../data/queries.js';
import { useCommand } from '../../data/use-command.js';
import { Trouble } from '../Trouble.js';
import { DialogFields } from './dialog-fields.js';
import { contractResolver, faultsOf, isNeeded, type FieldFault } from './resolver.js';

/** What may be typed for a route: every field of its body, none of them there yet. */
export type Typed<R extends Route> = SomeOf<z.input<R['body']> & object>;
/** Of a body that may be one of several, what one of them may have. */
type SomeOf<B> = B extends unknown ? Partial<Omit<B, 'id'>> : never;

interface CommandDialogProps<R extends Route> {
  route: R;
  params?: z.input<R['params']>;
  title: string;
  /** What the button does, with its number as far as it is typed. */
  action: string | ((typed: Typed<R>) => string);
  /** What the fields begin with. */
  initial?: Typed<R>;
  /** What is sent for what was typed; as it is where nothing is said. */
  toBody?: (typed: Typed<R>) => object;
  /** What a change about these may have touched is read again; stock, recipes and batches by themselves. */
  topics?: readonly Topic[];
  /** Something beside the fields is still missing, such as a choice in a list. */
  waiting?: boolean;
  wide?: boolean;
  /** Done before it is sent; what it gives goes with the body. */
  before?: () => Promise<object | undefined>;
  onDone?: ((answer: z.output<R['response']>) => Promise<unknown> | undefined) | undefined;
  onClose: () => void;
  children?: ReactNode | ((typed: Typed<R>) => ReactNode);
}

const STOCK: readonly Topic[] = ['lots', 'recipes', 'batch'];

/**
 * The one dialog that sends a command: its fields are checked by the contract's schema, the server's
 * sentences stand at the fields they are about, it is sent once for one intent, and what was typed is not
 * lost by a key or a touch beside it.
 */
export function CommandDialog<R extends Route>(props: CommandDialogProps<R>) {
  const { route, params, title, action, initial, waiting, wide, before, onDone, onClose } = props;
  const { children, topics = STOCK, toBody = (typed: Typed<R>) => typed } = props;
  const titleId = useId();
  const mounted = useMemo(() => new Set<string>(), []);
  const [stray, setStray] = useState<string>();
  const [toSign, setToSign] = useState<readonly FieldFault[]>([]);
  const form = useForm<Typed<R>>({
    defaultValues: initial as DefaultValues<Typed<R>>,
    resolver: contractResolver<Typed<R>>(route.body, toBody),
  });
  const sending = useCommand(topics, onDone ? undefined : onClose);
  const { isDirty } = form.formState;
  const typed = form.watch();
  const send = async (now: Typed<R>) => {
    setStray(undefined);
    await sending.run(async () => {
      try {
        const body = { ...toBody(now), ...(await before?.()) };
        const answer = await command(route, {
          ...(params === undefined ? {} : { params }),
          body: body as never,
        });
        await onDone?.(answer);
      } catch (problem) {
        const faults = problem instanceof ApiProblem ? (problem.problem.errors ?? []) : [];
        setToSign((now) => [...now, ...faults.filter((f) => isToSign(f) && !now.some(is(f)))]);
        for (const fault of faults) {
          if (mounted.has(fault.path)) form.setError(fault.path as never, { message: fault.message });
        }
        throw problem;
      }
    });
  };
  const refuse = () => {
    const faults = faultsOf(route.body, toBody(form.getValues()));
    setStray(faults.find((fault) => !mounted.has(fault.path))?.message);
  };
  return (
    <Dialog
      open
      onClose={() => (isDirty ? undefined : onClose())}
      maxWidth={wide ? 'md' : 'sm'}
      fullWidth
      aria-labelledby={titleId}
    >
      <FormProvider {...form}>
        <DialogFields value={{ mounted, needed: (name) => isNeeded(route.body, name, initial), toSign }}>
          <Box
            component="form"
            noValidate
            onSubmit={(event) => void form.handleSubmit(send, refuse)(event)}
            sx={{ display: 'flex', flexDirection: 'column', minHeight: 0 }}
          >
            <DialogTitle id={titleId}>{title}</DialogTitle>
            <DialogContent>
              <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5, pt: 1 }}>
                {typeof children === 'function' ? children(typed) : children}
                {stray ? <Trouble error={stray} /> : null}
                {sending.error ? <Trouble error={sending.error} /> : null}
              </Box>
            </DialogContent>
            <DialogActions>
              <Button onClick={onClose} sx={{ minHeight: 52 }}>
                Leave it
              </Button>
              <Button
                type="submit"
                variant="contained"
                disabled={waiting === true || sending.busy}
                sx={{ minHeight: 52 }}
              >
                {typeof action === 'function' ? action(typed) : action}
              </Button>
            </DialogActions>
          </Box>
        </DialogFields>
      </FormProvider>
    </Dialog>
  );
}

function isToSign({ path }: FieldFault): boolean {
  return path.startsWith('signed.');
}

function is(one: FieldFault) {
  return (other: FieldFault) => other.path === one.path;
}
