'use client';

import Button from '@mui/material/Button';
import { tools } from '@/core/churning/tools';
import { afterwardsWords } from '../churning/words';
import type { NamedWay } from '@/server/churning/views';
import { useSay } from '../frame/FarmContext';
import { useAct } from '../outbox/useAct';
import { Quiet } from '../theme/Enamel';
import styles from './House.module.css';

/** Ways of working that have a name: what each is, and a way to forget it, or to have it back. */
export function Ways({ ways }: { ways: readonly NamedWay[] }) {
  const say = useSay();
  const { act, busy } = useAct();
  return (
    <section aria-labelledby="ways">
      <h2 id="ways">Ways of working</h2>
      {ways.length === 0 ? (
        <Quiet>None yet. A batch that went well can be kept as one, under its verdict.</Quiet>
      ) : (
        <ul className={styles.ways}>
          {ways.map(({ id, name, way }) => (
            <li key={id}>
              <span>
                <strong>{name}</strong>
                <Quiet>{wayWords(way, say)}</Quiet>
              </span>
              <Button
                variant="outlined"
                disabled={busy}
                aria-label={`Forget ${name}`}
                onClick={() =>
                  void act('way.drop', { id }, `“${name}” is forgotten.`, {
                    name: 'way.keep',
                    input: { id, name, way },
                  })
                }
              >
                Forget
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const wayWords = (way: NamedWay['way'], say: ReturnType<typeof useSay>): string =>
  [
    `${tools[way.tool].name} at ${say.temperature(way.temperature)}`,
    way.ripened ? 'ripened' : 'sweet',
    ...afterwardsWords(way, say),
  ].join(', ');
