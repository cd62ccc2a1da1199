'use client';

import type { GridColDef, GridRowId, GridSortModel } from '@mui/x-data-grid';
import { DataGrid } from '@mui/x-data-grid';
import Link from 'next/link';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { tools } from '@/core/churning/tools';
import { percent, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { FoundBatches, LedgerRow } from '@/server/ledger/views';
import { phaseWords, verdictSaid } from '../churning/batchSaid';
import { comfort, rememberComfort } from '../frame/comfort';
import { useSay } from '../frame/FarmContext';
import type { Asked } from './EveryBatch';
import styles from './EveryBatch.module.css';

/** So many stand side by side. */
const mostCompared = 4;
const columnsKey = 'immulgo-batch-columns';
/** Columns nobody sees until they are asked for. */
const hidden = { ripened: false, perLitre: false, butterFat: false };

/** The batches that were found, as a table: put in order by its headings, columns as they are wanted, a page at a time. */
export function BatchGrid({
  found,
  asked,
  onAsked,
  busy,
  chosen,
  onChosen,
}: {
  found: FoundBatches;
  asked: Asked;
  onAsked: (to: Asked) => void;
  busy: boolean;
  /** Ids of those that are to stand side by side. */
  chosen: ReadonlySet<GridRowId>;
  onChosen: (to: ReadonlySet<GridRowId>) => void;
}) {
  const say = useSay();
  const nonce = useSyncExternalStore(never, documentNonce, () => null);
  const [visible, setVisible] = useState<Record<string, boolean>>(hidden);
  useEffect(() => {
    // The choice lives on the device; it is read once the page stands.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setVisible({ ...hidden, ...keptColumns() });
  }, []);
  const columns = useMemo((): GridColDef<LedgerRow>[] => {
    const number = { type: 'number' as const, align: 'right' as const, headerAlign: 'right' as const };
    return [
      {
        field: 'number',
        headerName: 'Batch',
        width: 90,
        renderCell: ({ row }) => (
          <Link href={row.phase === 'packed' || row.phase === 'abandoned' ? `/ledger/${row.id}` : `/churn/${row.id}`}>
            {row.number}
          </Link>
        ),
      },
      { field: 'day', headerName: 'Begun', width: 116, valueGetter: (_, { day }) => say.day(day, '') },
      { field: 'creamMass', headerName: 'Cream', ...number, width: 92, valueGetter: (_, { facts }) => say.mass(facts.creamMass) },
      { field: 'creamFat', headerName: 'Its fat', ...number, width: 84, valueGetter: (_, { facts }) => percent(facts.creamFat, 0) },
      { field: 'temperature', headerName: 'Churned at', ...number, width: 106, valueGetter: (_, { facts }) => say.temperature(facts.temperature) },
      { field: 'ripened', headerName: 'Ripening', width: 108, valueGetter: (_, { facts }) => (facts.ripened ? 'ripened' : 'sweet') },
      { field: 'tool', headerName: 'Churned in', width: 130, valueGetter: (_, { facts }) => tools[facts.tool].name },
      ...(found.makers.length > 0 ? [{ field: 'maker', headerName: 'By', width: 96, valueGetter: (_: never, { maker }: LedgerRow) => maker ?? '–' }] : []),
      { field: 'breakMinutes', headerName: 'Broke after', ...number, width: 106, valueGetter: (_, { breakMinutes }) => (breakMinutes === null ? '–' : text(spokenMinutes(breakMinutes))) },
      { field: 'butterMass', headerName: 'Butter', ...number, width: 92, valueGetter: (_, { judged }) => (judged ? say.mass(judged.butterMass) : '–') },
      { field: 'perLitre', headerName: say.system === 'metric' ? 'A litre' : 'A quart', ...number, width: 104, valueGetter: (_, { judged }) => (judged ? say.mass(judged.perLitre * { metric: 1, us: 0.946353, imperial: 1.136523 }[say.system]) : '–') },
      { field: 'butterFat', headerName: 'Butter’s fat', ...number, width: 112, valueGetter: (_, { judged }) => (judged ? percent(judged.composition.fat) : '–') },
      { field: 'efficiency', headerName: 'Efficiency', ...number, width: 108, valueGetter: (_, { judged }) => (judged ? percent(Math.min(1, judged.churnEfficiency)) : '–') },
      { field: 'verdict', headerName: 'Verdict', flex: 1,
        minWidth: 150, valueGetter: (_, { judged, phase }) => (judged ? verdictSaid(judged) : phaseWords[phase].toLowerCase()) },
    ];
  }, [say, found.makers.length]);
  // The same one as long as it is the same: the grid takes another for a new order, and turns back to its first page.
  const sortModel = useMemo(
    (): GridSortModel => [{ field: asked.order, sort: asked.down ? 'desc' : 'asc' }],
    [asked.order, asked.down],
  );
  // The house cannot draw it: its styles need the nonce of the document they go into.
  if (nonce === null) return <p role="status">One moment…</p>;
  return (
    <DataGrid
      className={styles.grid}
      aria-label="Batches"
      autoHeight
      {...(nonce ? { nonce } : {})}
      rows={found.rows}
      columns={columns}
      rowCount={found.total}
      loading={busy}
      paginationMode="server"
      sortingMode="server"
      filterMode="server"
      disableColumnFilter
      disableRowSelectionOnClick
      checkboxSelection
      keepNonExistentRowsSelected
      rowSelectionModel={{ type: 'include', ids: new Set(chosen) }}
      onRowSelectionModelChange={({ type, ids }) =>
        onChosen(type === 'include' ? ids : new Set(found.rows.slice(0, mostCompared).map(({ id }) => id)))
      }
      pageSizeOptions={[25, 50, 100]}
      paginationModel={{ page: asked.page, pageSize: asked.size }}
      onPaginationModelChange={({ page, pageSize }) => onAsked({ ...asked, page, size: pageSize })}
      sortModel={sortModel}
      onSortModelChange={([first]) =>
        onAsked({ ...asked, order: first?.field ?? 'number', down: first ? first.sort === 'desc' : true, page: 0 })
      }
      sortingOrder={['desc', 'asc']}
      columnVisibilityModel={visible}
      onColumnVisibilityModelChange={(to) => {
        setVisible(to);
        rememberComfort(columnsKey, JSON.stringify(to));
      }}
      slotProps={{ loadingOverlay: { variant: 'linear-progress', noRowsVariant: 'linear-progress' } }}
      localeText={{ noRowsLabel: 'None.', noResultsOverlayLabel: 'None.' }}
      sx={{ border: '1.5px solid var(--pewter)', borderRadius: '12px', fontSize: '1rem', '--DataGrid-rowBorderColor': 'var(--pewter-faint)' }}
    />
  );
} // prettier-ignore

/** With which this document may set styles: a page that was gone to from another has that one’s. */
const documentNonce = (): string =>
  document.querySelector<HTMLElement>('script[nonce], style[nonce]')?.nonce ?? '';
const never = () => () => undefined;

function keptColumns(): Record<string, boolean> {
  try {
    return JSON.parse(comfort(columnsKey) ?? '{}') as Record<string, boolean>;
  } catch {
    return {};
  }
}
