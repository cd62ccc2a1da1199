import { madeOf, mostMade } from '@/core/byProducts/madeOf';
import type { MadeKind } from '@/core/standing/lotKinds';
import type { Treatment } from '@/data/ledger/ledger';
import type { StandingLot } from '@/data/ledger/standing';
import { Refusal } from '../refusal';
import type { Into } from './move';
import { blendOf, milligrams } from './move';

/** What is made is told of once it stands in the cold, °C. */
const fridge = 4;

/** As one says it: what is made is a lot of its own in the larder, and undone with the command that made it. */
export const madeId = (commandId: string): string => `${commandId.slice(0, 59)}-made`;

/**
 * What of some lots is made into yoghurt, curd or whipped cream, for an entry: the new lot, the whey that parts from it, and
 * what was put in beside.
 * @param heated to 85 °C, as yoghurt and heat-and-acid curd are begun
 * @throws {Refusal} when more is said to have come of it than can
 */
export function intoMade(
  kind: MadeKind,
  from: { mass: number; fat: number; lots: readonly StandingLot[] },
  commandId: string,
  {
    weighed,
    heated,
    despite,
  }: { weighed?: number | undefined; heated: boolean; despite?: string | undefined },
): {
  into: Into[];
  to: { account: string; mass: number; fat: number }[];
  sources: { account: string; mass: number; fat: number }[];
  details: { heated: boolean };
} {
  if (weighed !== undefined && weighed > mostMade(kind, from.mass) + 1)
    throw new Refusal(
      `${Math.round(weighed)} g cannot come of ${Math.round(from.mass)} g: weigh it without its vessel, or say how much went in.`,
      'made.mass',
    );
  const made = madeOf(kind, from, weighed);
  const all = blendOf(from.lots);
  const treatment: Treatment = heated && kind !== 'whipped' ? 'boiled' : all.treatment;
  const details = { ...all.details, line: undefined };
  return {
    into: [
      {
        lotId: madeId(commandId),
        mass: milligrams(made.mass),
        fat: milligrams(made.fat),
        celsius: fridge,
        fresh: {
          kind,
          treatment,
          ripened: kind === 'yoghurt' || (kind === 'whipped' && all.ripened),
          oldestAt: all.oldestAt,
          blockedReason: all.blockedReason,
          blockedUntil: all.blockedUntil,
          details: { ...details, ...(despite ? { despite } : {}) },
        },
      },
    ],
    to:
      made.parted.mass > 0
        ? [
            {
              account: kind === 'whipped' ? 'smeared' : 'whey',
              mass: milligrams(made.parted.mass),
              fat: milligrams(made.parted.fat),
            },
          ]
        : [],
    sources:
      made.added > 0
        ? [{ account: kind === 'whipped' ? 'mixedIn' : 'culture', mass: milligrams(made.added), fat: 0 }]
        : [],
    details: { heated: treatment === 'boiled' },
  };
}
