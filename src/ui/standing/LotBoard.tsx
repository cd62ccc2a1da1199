'use client';

import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { ReactNode } from 'react';
import { Board } from '../board/Board';
import type { Standing } from '../board/Board';
import { drawnSize, profiles } from '../board/profiles';
import type { Ware } from '../board/profiles';
import type { Layer } from '../board/WareDrawing';
import { WareDrawing } from '../board/WareDrawing';
import { useSay } from '../frame/FarmContext';
import type { LotNow } from './useStory';
import { sayAge, shapeOf } from './useStory';

export const kindNames: Record<string, string> = {
  milk: 'milk',
  cream: 'cream',
  skim: 'skim',
  buttermilk: 'buttermilk',
  culture: 'culture',
};

/** Which ware on the board stands for a vessel of the house. */
export const wares: Record<string, Ware> = {
  churn: 'tapCan',
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

/** Cream under the line is about so rich on average, thin at the line and rich at the top (handbook, creaming), mass fractions. */
const risen = { mean: 0.22, at: 0.13, top: 0.28, skim: 0.004 };
/** Milk over this is not drawn as creamed yet, °C. */
const creamsUnder = 15;

/** Share of the depth that is drawn as cream on milk that stands: risen most by twelve hours, thick as cream of 22 % is. */
export function drawnLayer({ lot, ageHours, fatShare, celsius }: LotNow): number {
  if (lot.kind !== 'milk' || celsius > creamsUnder || lot.treatment === 'boiled') return 0;
  if (lot.details.species === 'goat') return 0;
  return ((1 - Math.exp(-Math.max(0, ageHours - 1) / 5)) * 0.86 * fatShare) / risen.mean;
}

/** What is drawn in a vessel: its one tint, or skim with the cream that has risen on it. */
export function layersOf(one: LotNow): Layer[] {
  // A little is drawn even of what is nearly gone.
  const part = Math.max(0.05, one.fill);
  const cream = drawnLayer(one);
  if (cream <= 0.01) return [{ part, fat: one.fatShare }];
  const left = Math.max(risen.skim, (one.fatShare - cream * risen.mean) / (1 - cream));
  return [
    { part: part * (1 - cream), fat: left },
    { part: part * cream, fat: risen.at, fatAbove: risen.top },
  ];
}

/** A number and its unit stay on one line. */
const unbroken = (words: string): string => words.replace(/(\d) (?=\S{1,4}(?:[ ,]|$))/g, '$1\u00a0');

/** A lot as it stands on a board. */
export function standingLot(one: LotNow, say: ReturnType<typeof useSay>): Standing {
  const { lot } = one;
  const ware = wares[lot.vessel?.kind ?? 'jar'] ?? 'jar';
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
      `${say.volume(one.volume)} ${kindNames[lot.kind]}${share}`,
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

const pressing = ['danger', 'now', 'soon', 'calm'];

/** The order in which lots need a hand; as they came where two need one alike. */
export const byNeed = (lots: readonly LotNow[]): LotNow[] =>
  lots.toSorted((a, b) => pressing.indexOf(a.waiting.tone) - pressing.indexOf(b.waiting.tone));

export const pageOf = ({ lot }: LotNow): string =>
  lot.kind === 'milk' ? `/pail/${lot.id}` : `/shelf/${lot.id}`;

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
