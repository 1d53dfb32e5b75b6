import Box from '@mui/material/Box';
import useMediaQuery from '@mui/material/useMediaQuery';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { useMemo } from 'react';
import type { TrimLot } from '@zest/contract';
import { styleNonce } from '../../ui/style-nonce.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits, type Units } from '../../ui/units.js';
import { FatBar } from './FatBar.js';
import { lotStateWords } from './lot-words.js';

interface LotGridProps {
  lots: readonly TrimLot[];
  chosen: readonly string[];
  onChoose: (ids: string[]) => void;
  onOpen: (id: string) => void;
}

/** Lots in rows of which only those in sight are drawn; thousands stay quick. */
export function LotGrid({ lots, chosen, onChoose, onOpen }: LotGridProps) {
  const units = useUnits();
  const nonce = styleNonce();
  const narrow = useMediaQuery('(max-width: 1199px)');
  const columns = useMemo(() => columnsFor(units), [units]);
  return (
    <Box sx={{ height: narrow ? 'calc(100vh - 420px)' : 'calc(100vh - 352px)', minHeight: 300 }}>
      <DataGrid
        aria-label="Lots in the cold room"
        rows={lots}
        columns={columns}
        columnVisibilityModel={{ freeMg: !narrow, boughtMinorPerKg: !narrow, fatKnownBy: !narrow }}
        rowHeight={50}
        columnHeaderHeight={44}
        {...(nonce === undefined ? {} : { nonce })}
        hideFooter
        disableColumnMenu
        checkboxSelection
        disableRowSelectionOnClick
        rowSelectionModel={{ type: 'include', ids: new Set(chosen) }}
        onRowSelectionModelChange={(model) =>
          onChoose(
            model.type === 'include'
              ? [...model.ids].map(String)
              : lots.filter((l) => !model.ids.has(l.id)).map((l) => l.id),
          )
        }
        onRowClick={(row) => onOpen(String(row.id))}
        onCellKeyDown={(cell, event) => {
          if (event.key === 'Enter') onOpen(String(cell.id));
        }}
        sx={{
          border: `1px solid ${COLOUR.edge}`,
          bgcolor: COLOUR.sheet,
          fontSize: 16,
          '& .MuiDataGrid-row': { cursor: 'pointer' },
          '& .MuiDataGrid-cell': { display: 'flex', alignItems: 'center' },
          '& .number': { ...NUMERALS, fontSize: 18, justifyContent: 'flex-end' },
          '& .MuiDataGrid-columnHeaderTitle': { fontWeight: 700 },
          '& .MuiDataGrid-columnSeparator': { display: 'none' },
        }}
      />
    </Box>
  );
}

function columnsFor(units: Units): GridColDef<TrimLot>[] {
  const number = { align: 'right', headerAlign: 'right', cellClassName: 'number' } as const;
  return [
    { field: 'code', headerName: 'Lot', width: 76, cellClassName: 'number' },
    {
      field: 'trimName',
      headerName: 'Trim',
      flex: 1,
      minWidth: 178,
      renderCell: ({ row }) => (
        <Box sx={{ lineHeight: 1.15, overflow: 'hidden' }}>
          <b>{row.trimName}</b>
          <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
            {row.supplier}
            {row.supplierLot ? ` · ${row.supplierLot}` : ''}
          </Box>
        </Box>
      ),
    },
    {
      field: 'fatPct',
      headerName: 'Fat',
      width: 112,
      ...number,
      renderCell: ({ row }) => (
        <>
          <FatBar pct={row.fatPct} /> {units.percent(row.fatPct)}
        </>
      ),
    },
    {
      field: 'fatKnownBy',
      headerName: 'Known by',
      width: 110,
      valueGetter: (_, row) => `${row.fatKnownBy} ± ${units.number(row.fatSd, 1)}`,
    },
    {
      field: 'balanceMg',
      headerName: 'Left',
      width: 90,
      ...number,
      renderCell: ({ row }) => (
        <b>
          {units.mass(row.balanceMg, 10_000)}
          {row.weightKnown === 'weighed' ? '' : ' *'}
        </b>
      ),
    },
    {
      field: 'freeMg',
      headerName: 'Free',
      width: 86,
      ...number,
      renderCell: ({ row }) => units.mass(row.freeMg, 10_000),
    },
    {
      field: 'boughtMinorPerKg',
      headerName: 'Bought',
      width: 84,
      ...number,
      renderCell: ({ row }) => units.perMass(row.boughtMinorPerKg),
    },
    {
      field: 'priceMinorPerKg',
      headerName: 'Usable',
      width: 84,
      ...number,
      renderCell: ({ row }) => units.perMass(row.priceMinorPerKg),
    },
    {
      field: 'ageDays',
      headerName: 'Age',
      width: 58,
      ...number,
      renderCell: ({ row }) => `${row.ageDays} d`,
    },
    {
      field: 'status',
      headerName: 'State',
      width: 156,
      valueGetter: (_, row) => lotStateWords(row).words,
      renderCell: ({ row }) => {
        const { words, level } = lotStateWords(row);
        return (
          <Box
            sx={{ display: 'flex', gap: 0.8, alignItems: 'center', fontWeight: level === 'fine' ? 400 : 700 }}
          >
            {level === 'fine' ? null : <Triangle size={18} />}
            <span style={{ whiteSpace: 'normal', lineHeight: 1.1 }}>{words}</span>
          </Box>
        );
      },
    },
  ];
}
