import type { ToolKey } from '@/core/churning/tools';
import { toolKeys } from '@/core/churning/tools';

/** Tools that are a kind of their own: a jar with a marble and a flat beater are a jar and a mixer used otherwise. */
export const ownKinds: readonly ToolKey[] = toolKeys.filter(
  (key) => key !== 'marbleJar' && key !== 'flatBeater',
);
