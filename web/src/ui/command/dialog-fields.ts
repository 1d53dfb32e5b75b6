import { createContext, useContext, useEffect } from 'react';
import { useController } from 'react-hook-form';
import { pathOf, type FieldFault } from './resolver.js';

interface Fields {
  /** Paths of the fields that stand in the dialog now. */
  mounted: Set<string>;
  /** Whether the contract wants the field. */
  needed: (name: string) => boolean;
  /** What the server wants signed before it does it. */
  toSign: readonly FieldFault[];
}

const FieldsContext = createContext<Fields | undefined>(undefined);

/** Tells the fields of a dialog which contract they fill. */
export const DialogFields = FieldsContext.Provider;

/** What the server wants signed, by the path of the reason. */
export function useToSign(): readonly FieldFault[] {
  return useContext(FieldsContext)?.toSign ?? [];
}

/** One field of the command that the dialog around it sends, by its path in the body. */
export function useDialogField<T>(name: string) {
  const fields = useContext(FieldsContext);
  if (!fields) throw new Error(`The field ${name} stands in no dialog that sends a command.`);
  const { mounted } = fields;
  const { field, fieldState } = useController({ name, shouldUnregister: true });
  useEffect(() => {
    mounted.add(pathOf(name));
    return () => void mounted.delete(pathOf(name));
  }, [mounted, name]);
  return {
    value: field.value as T | undefined,
    put: (value: T | undefined) => field.onChange(value),
    input: field.ref,
    error: fieldState.error?.message,
    needed: fields.needed(name),
  };
}
