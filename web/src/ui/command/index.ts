export { CommandDialog, type Typed } from './CommandDialog.js';
export { useDialogField } from './dialog-fields.js';
export {
  ChoiceInput,
  DateInput,
  LengthInput,
  MassInput,
  NameInput,
  NumberInput,
  PriceInput,
  ReasonInput,
  SecretInput,
  SignedInput,
  SignedInputs,
  TemperatureInput,
  TextInput,
  TickInput,
  ToggleInput,
  same,
} from './inputs.js';
