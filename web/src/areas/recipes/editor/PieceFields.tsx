import Box from '@mui/material/Box';
import { linkFigures } from '@zest/core';
import { MassField, NumberField } from '../../../ui/fields.js';
import { useUnits } from '../../../ui/units.js';
import type { EditorDocument } from '../new-document.js';
import { CasingSelect } from './CasingSelect.js';

type Pieces = Pick<EditorDocument, 'casing' | 'linkMassG' | 'linkLengthMm' | 'packMassG'>;

/** What a product is filled into, how large its pieces are, and what goes into a pack. */
export function PieceFields({
  of,
  onSet,
}: {
  of: Pieces;
  onSet: (set: Partial<Pieces>, topic?: string) => void;
}) {
  const units = useUnits();
  const { casing, linkMassG, linkLengthMm } = of;
  const other =
    casing && linkMassG !== null
      ? `${units.length(linkFigures({ calibreMm: casing.calibreMm, massG: linkMassG }).lengthMm)} long`
      : casing && linkLengthMm !== null
        ? units.mass(
            Math.round(linkFigures({ calibreMm: casing.calibreMm, lengthMm: linkLengthMm }).massG * 1000),
          )
        : '';
  return (
    <>
      <CasingSelect chosen={casing} onPick={(chosen) => onSet({ casing: chosen })} />
      <MassField
        label="A piece weighs, g"
        bare="g"
        width={150}
        initial={linkMassG === null ? '' : `${linkMassG} g`}
        onValue={(mg) =>
          onSet({ linkMassG: mg ? mg / 1000 : null, ...(mg ? { linkLengthMm: null } : {}) }, 'piece')
        }
      />
      <NumberField
        label="or is long, mm"
        width={150}
        initial={linkLengthMm === null ? '' : String(linkLengthMm)}
        onValue={(mm) => onSet({ linkLengthMm: mm ?? null, ...(mm ? { linkMassG: null } : {}) }, 'length')}
      />
      <Box>{other}</Box>
      <MassField
        label="A pack weighs, g"
        bare="g"
        width={150}
        initial={of.packMassG ? `${of.packMassG} g` : ''}
        onValue={(mg) => onSet({ packMassG: mg ? mg / 1000 : null }, 'pack')}
      />
    </>
  );
}
