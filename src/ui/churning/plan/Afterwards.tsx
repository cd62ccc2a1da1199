'use client';

import { percent } from '@/core/quantities/formatQuantity';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { Storage } from '@/core/keeping/keepingDate';
import { storages } from '@/core/keeping/keepingDate';
import { Chips } from '../../quantity/Chips';
import { storageWords } from '../words';
import type { PlanDraft } from './planDraft';

/** Salt shares offered without typing (docs/handbook.md, salting). */
const shares = [0.012, 0.016, 0.02];
const washCounts = [0, 2, 3, 4];

/** What is meant to be done once it broke: nothing here binds; each is asked again, as said here, in its time. */
export function Afterwards({
  facts,
  change,
  draft,
}: {
  facts: Pick<BatchFacts, 'usualSalt' | 'usualWashes' | 'usualStorage'>;
  draft: PlanDraft;
  change: (part: Partial<PlanDraft>) => void;
}) {
  const { usualSalt, usualWashes, usualStorage } = facts;
  const share = usualSalt.way === 'share' ? usualSalt.share : undefined;
  const saltKey = usualSalt.way === 'none' ? '0' : share === undefined ? 'other' : String(share);
  const offered = [...new Set([0, ...shares, ...(share === undefined ? [] : [share])])].sort((a, b) => a - b);
  const then = (part: PlanDraft['after']) => change({ after: { ...draft.after, ...part } });
  return (
    <>
      <Chips
        legend="Salt"
        chosen={saltKey}
        onChoose={(key) =>
          then(
            key === 'other'
              ? { usualSalt: undefined }
              : {
                  usualSalt:
                    key === '0'
                      ? { way: 'none' }
                      : {
                          way: 'share',
                          share: Number(key),
                          kind: usualSalt.way === 'none' ? 'fine' : usualSalt.kind,
                        },
                },
          )
        }
        choices={[
          ...offered.map((one) => ({
            key: String(one),
            name: one === 0 ? 'Unsalted' : percent(one),
          })),
          ...(saltKey === 'other' ? [{ key: 'other', name: 'As last time' }] : []),
        ]}
      />
      <Chips
        legend="Washes"
        chosen={usualWashes === undefined ? 'clear' : String(usualWashes)}
        onChoose={(key) => then({ usualWashes: key === 'clear' ? 'clear' : Number(key) })}
        choices={[
          { key: 'clear', name: 'Until it runs clear' },
          ...[...new Set([...washCounts, ...(usualWashes === undefined ? [] : [usualWashes])])]
            .sort((a, b) => a - b)
            .map((count) => ({ key: String(count), name: count === 0 ? 'None' : String(count) })),
        ]}
      />
      <Chips
        legend="Kept"
        chosen={usualStorage}
        onChoose={(key: Storage) => then({ usualStorage: key })}
        choices={storages.map((key) => ({ key, name: storageWords[key] }))}
      />
    </>
  );
}
