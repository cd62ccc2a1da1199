'use client';

import { useSay } from '../frame/FarmContext';
import styles from './Compare.module.css';

/** What made a difference, part by part, more to the right and less to the left: together they are all of it. */
export function Parts({
  parts,
  difference,
  times,
  least = 0.5,
}: {
  /** g, and (where it is known) how far off it may be. */
  parts: readonly { cause: string; name: string; grams: number; spread?: number }[];
  difference: number;
  /** All of it is told so many times over: for a quart where it was worked out for a litre. */
  times: number;
  /** Less than this is nothing, g. */
  least?: number;
}) {
  const say = useSay();
  const most = Math.max(...parts.map(({ grams }) => Math.abs(grams)), 1e-9);
  const said = (grams: number) =>
    Math.abs(grams * times) < least
      ? 'nothing'
      : `${say.mass(Math.abs(grams * times))} ${grams < 0 ? 'less' : 'more'}`;
  return (
    <table className={styles.parts}>
      <tbody>
        {parts.map(({ cause, name, grams, spread }) => (
          <tr key={cause}>
            <th scope="row">{name}</th>
            <td className={styles.amount}>{said(grams)}</td>
            <td className={styles.bar} aria-hidden>
              <span
                style={{
                  width: `${(50 * Math.abs(grams)) / most}%`,
                  ...(grams < 0 ? { right: '50%' } : { left: '50%' }),
                }}
                data-less={grams < 0}
              />
            </td>
            <td className={styles.spread}>{spread !== undefined && `± ${say.mass(spread * times)}`}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">Together</th>
          <td className={styles.amount}>{said(difference)}</td>
          <td />
          <td />
        </tr>
      </tfoot>
    </table>
  );
}
