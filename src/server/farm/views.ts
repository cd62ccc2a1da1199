import type { Trouble } from '@/formats/farm/document';
import type { TableKey } from '@/formats/farm/tables';

/** What taking a farm document in would do, or did. */
export interface ImportReport {
  /** It can be taken in, or was; or it is all there already; or it cannot. */
  outcome: 'possible' | 'taken' | 'nothing' | 'refused';
  says: string;
  /** Rows of each table that are new, that are there already, and that are there otherwise. */
  tables: Partial<Record<TableKey, { fresh: number; same: number; other: number }>>;
  troubles: Trouble[];
}
