import type { Dirty } from '@/core/notebook/readNotebook';

/** What came of looking at a notebook, or of taking it in. Lines count from 1, the headers not counted. */
export interface NotebookReport {
  /** By which it can be taken back as a whole. */
  commandId: string;
  taken: { line: number; number: number; batchId: string }[];
  /** Lines that are here already. */
  same: number;
  /** Lines that wait, and what is wrong with each. */
  dirty: { line: number; wrong: Dirty[] }[];
}
