'use client';

import type { BatchStory } from '@/core/churning/batchStory';
import { Door } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { useKeys } from '../../frame/useKeys';
import { useNow } from '../../frame/useNow';
import type { SaidWhen } from '../../quantity/saidWhen';
import { justNow } from '../../quantity/saidWhen';
import { WhenItWas } from '../../quantity/WhenItWas';
import { Quiet } from '../../theme/Enamel';
import type { LiveBatch } from '../useBatch';
import { lastOfTheFinish } from './lastOfTheFinish';
import styles from './PortionPanel.module.css';

/** When what is told next was, as the page holds it from one panel to the next. */
export interface TellsWhen {
  when: SaidWhen | undefined;
  onWhen: (to: SaidWhen | undefined) => void;
}

/**
 * What is written down of the finish, for the time that was said: just now, until somebody says otherwise.
 * @returns a `record` of that time; `waits` while the time said is no time it can have been; `at` where it was earlier, s
 */
export function useTold({ when = justNow }: TellsWhen, story: BatchStory, record: LiveBatch['record']) {
  const last = lastOfTheFinish(story);
  const typed = when.chosen === 'typed';
  const early = typed && when.at !== undefined && last !== undefined && when.at < last.atSeconds;
  const waits = typed && (when.at === undefined || early);
  const at = typed && !waits ? when.at : undefined;
  const told: LiveBatch['record'] = (what) => record(what, at);
  return { at, waits, early, last, record: told };
}

/** Above the main button: for which moment it writes. */
export function ToldFor({ at, onWhen }: { at: number | undefined; onWhen: TellsWhen['onWhen'] }) {
  const say = useSay();
  const now = useNow(60_000);
  if (at === undefined) return null;
  return (
    <p className={styles.note} role="status">
      Written down for {say.when(at, now)}.{' '}
      <button type="button" onClick={() => onWhen(undefined)}>
        Just now instead
      </button>
    </p>
  );
}

/** The door behind which it is said that it was earlier. */
export function WhenDoor({
  legend,
  tells: { when = justNow, onWhen },
  told: { at, early, last },
}: {
  legend: string;
  tells: TellsWhen;
  told: Pick<ReturnType<typeof useTold>, 'at' | 'early' | 'last'>;
}) {
  const say = useSay();
  const now = useNow(60_000);
  useKeys({
    '7': () => {
      const door = document.querySelector<HTMLDetailsElement>('details[data-group="when"]');
      if (!door) return;
      door.open = true;
      door.querySelector('summary')?.focus();
    },
  });
  return (
    <Door name={`${legend} when`} group="when" half value={at === undefined ? 'just now' : say.when(at, now)}>
      <div className={styles.options}>
        <WhenItWas
          legend={legend}
          when={when}
          onWhen={(to) => onWhen(to.chosen === 'now' ? undefined : to)}
          offered="told"
          longestDays={14}
        />
        {early && last && (
          <Quiet role="status">
            It {last.was} {say.when(last.atSeconds, now)}: this was after that.
          </Quiet>
        )}
      </div>
    </Door>
  );
}
