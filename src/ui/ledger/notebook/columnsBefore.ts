import type { Column } from '@/core/notebook/readNotebook';
import { comfort, rememberComfort } from '../../frame/comfort';

const key = (farmId: string) => `immulgo-notebook-columns:${farmId}`;

/** What the columns of an earlier notebook were said to be, by their headers. */
export function columnsBefore(farmId: string): Record<string, Column> {
  try {
    return JSON.parse(comfort(key(farmId)) ?? '{}') as Record<string, Column>;
  } catch {
    return {};
  }
}

/** Remembers them for the next notebook. */
export const rememberColumns = (farmId: string, columns: Record<string, Column>): void =>
  rememberComfort(key(farmId), JSON.stringify({ ...columnsBefore(farmId), ...columns }));
