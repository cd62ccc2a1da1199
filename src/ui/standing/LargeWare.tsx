'use client';

import type { CSSProperties } from 'react';
import { drawnSize, profiles } from '../board/profiles';
import { WareDrawing } from '../board/WareDrawing';
import { layersOf } from './drawnLot';
import { wareOf } from './LotBoard';
import type { LotNow } from './lotNow';
import { shapeOf } from './lotNow';
import styles from './LargeWare.module.css';

/** As high and as wide as it may be drawn, px. */
const most = { high: 330, wide: 230 };

/** One lot in its vessel, large, as it stands on its own board. */
export function LargeWare({ one }: { one: LotNow }) {
  const ware = wareOf(one.lot);
  const shape = shapeOf(one.lot);
  const { width, height } = drawnSize(profiles[ware], shape);
  return (
    <div
      className={styles.large}
      style={{ '--u': `${Math.min(most.high / height, most.wide / width)}px` } as CSSProperties}
    >
      <WareDrawing
        ware={ware}
        shape={shape}
        layers={layersOf(one)}
        frozen={one.story?.frozen === 'frozen'}
        blocked={one.lot.blockedReason !== null}
      />
    </div>
  );
}
