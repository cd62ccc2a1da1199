'use client';

import { isMade, kindNames, kindWord } from '@/core/standing/lotKinds';
import type { ShownLot } from '@/server/pail/views';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { ReactNode } from 'react';
import { Board } from '../board/Board';
import type { Standing } from '../board/Board';
import { drawnSize, profiles } from '../board/profiles';
import type { Ware } from '../board/profiles';
import { WareDrawing } from '../board/WareDrawing';
import { useSay } from '../frame/FarmContext';
import { pageOf } from './alarm';
import type { LotNow } from './lotNow';
import { layersOf } from './drawnLot';
import { sayAge, sayMuch, shapeOf } from './lotNow';

/** Which ware on the board stands for a vessel of the house. */
export const wares: Record<string, Ware> = {
  churn: 'can',
  pail: 'pail',
  jar: 'jar',
  can: 'can',
  tapCan: 'tapCan',
  pan: 'pan',
  tub: 'tub',
  crock: 'crock',
  mould: 'mould',
  separator: 'separator',
};

/** Which ware stands for what a lot is in: what is made stands in a bowl, what nobody named in a jar. */
export const wareOf = ({ kind, vessel }: ShownLot): Ware =>
  (vessel ? wares[vessel.kind] : isMade(kind) ? 'bowl' : undefined) ?? 'jar';

/** A number and its unit stay on one line. */
const unbroken = (words: string): string => words.replace(/(\d) (?=\S{1,4}(?:[ ,]|$))/g, '$1\u00a0');

/** A lot as it stands on a board. */
export function standingLot(one: LotNow, say: ReturnType<typeof useSay>): Standing {
  const { lot } = one;
  const ware = wareOf(lot);
  const shape = shapeOf(lot);
  const frozen = one.story?.frozen === 'frozen';
  const share =
    lot.kind === 'cream' || lot.kind === 'milk'
      ? `, ${text(spokenFraction(one.fatShare, lot.kind === 'milk' ? 1 : 0))}`
      : '';
  return {
    key: lot.id,
    name: lot.vessel?.name ?? `${kindNames[lot.kind]} ${lot.code}`,
    lines: [
      `${sayMuch(one, say)}${lot.vessel ? ` ${kindWord(lot.kind)}` : ''}${share}`,
      `${sayAge(one.ageHours)}, ${frozen ? 'frozen' : say.temperature(Math.round(one.celsius))}`,
    ].map(unbroken),
    tag: one.waiting,
    high: drawnSize(profiles[ware], shape).height,
    fat: Math.max(0, lot.fat),
    drawing: (
      <WareDrawing
        ware={ware}
        shape={shape}
        layers={layersOf(one)}
        frozen={frozen}
        blocked={lot.blockedReason !== null}
      />
    ),
  };
}

/** Lots on a board, in the order given: each opens its page, or is chosen where that is asked. */
export function LotBoard({
  lots,
  label,
  empty,
  chosen,
  onChoose,
  most,
}: {
  lots: readonly LotNow[];
  label: string;
  empty?: ReactNode;
  chosen?: ReadonlySet<string>;
  onChoose?: (lotId: string) => void;
  most?: number;
}) {
  const say = useSay();
  return (
    <Board
      label={label}
      empty={empty}
      most={most}
      things={lots.map((one) => ({
        ...standingLot(one, say),
        ...(chosen && onChoose
          ? { chosen: chosen.has(one.lot.id), onPress: () => onChoose(one.lot.id) }
          : { href: pageOf(one) }),
      }))}
    />
  );
}
