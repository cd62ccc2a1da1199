import type { ReactNode } from 'react';
import { WareDrawing } from '../board/WareDrawing';
import { Tiles } from '../board/Wall';
import { Quiet } from '../theme/Enamel';
import styles from './People.module.css';

/** mm: what stands by the door of any dairy. */
const ware = [
  { ware: 'can', shape: { height: 330, diameter: 230 } },
  { ware: 'crock', shape: { height: 190, diameter: 165 } },
  { ware: 'jar', shape: { height: 240, diameter: 125 } },
] as const;

/** Before the door: what is asked stands on the wall, and what is told on a sheet of enamel; no word of any farm is in it. */
export function Threshold({ says, why, children }: { says: string; why?: ReactNode; children: ReactNode }) {
  return (
    <main className={styles.door}>
      <Tiles />
      <div className={styles.asks}>
        <h1>{says}</h1>
        {why !== undefined && <Quiet>{why}</Quiet>}
      </div>
      <div className={styles.sheet}>{children}</div>
      <div className={styles.ledge} aria-hidden>
        {ware.map((one) => (
          <WareDrawing key={one.ware} {...one} layers={[]} />
        ))}
      </div>
    </main>
  );
}
