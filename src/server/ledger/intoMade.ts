import type { CurdWay } from '@/core/byProducts/curdWays';
import { madeOf, mostMade } from '@/core/byProducts/madeOf';
import { cultureFat } from '@/core/ripening/cultureLine';
import type { MadeKind } from '@/core/standing/lotKinds';
import type { Treatment } from '@/data/ledger/ledger';
import type { StandingLot } from '@/data/ledger/standing';
import { Refusal } from '../refusal';
import type { Into } from './move';
import { blendOf, milligrams } from './move';
import { wholeGrams } from '@/core/quantities/whole';

/** What is made is told of once it stands in the cold, °C. */
const fridge = 4;

/** As one says it: what is made is a lot of its own in the larder, and undone with the command that made it. */
export const madeId = (commandId: string): string => `${commandId.slice(0, 59)}-made`;

/**
 * What of some lots is made into yoghurt, curd or whipped cream, for an entry: the new lot, the whey that parts from it, and
 * what was put in beside.
 * @param heated to 85 °C, as yoghurt and heat-and-acid curd are begun
 * @param way how curd came about
 * @param setting yoghurt that is begun only: how warm it is, and the live yoghurt that goes in, of a lot of the house’s own or not
 * @throws {Refusal} when more is said to have come of it than can
 */
export function intoMade(
  kind: MadeKind,
  from: { mass: number; fat: number; lots: readonly StandingLot[] },
  commandId: string,
  {
    weighed,
    heated,
    way,
    setting,
    despite,
  }: {
    weighed?: number | undefined;
    heated: boolean;
    way?: CurdWay | undefined;
    setting?:
      { culture: number; celsius: number; spooned?: { mass: number; fat: number } | undefined } | undefined;
    despite?: string | undefined;
  },
): {
  into: Into[];
  to: { account: string; mass: number; fat: number }[];
  sources: { account: string; mass: number; fat: number }[];
  details: { heated: boolean; way?: CurdWay };
} {
  if (weighed !== undefined && weighed > mostMade(kind, from.mass) + 1)
    throw new Refusal(
      `${wholeGrams(weighed)} cannot come of ${wholeGrams(from.mass)}: weigh it without its vessel, or say how much went in.`,
      'made.mass',
    );
  const culture = setting && {
    mass: setting.spooned?.mass ?? setting.culture,
    fat: setting.spooned?.fat ?? setting.culture * cultureFat.liveYoghurt,
    bought: setting.spooned === undefined,
  };
  const soured = kind === 'curd' && way !== undefined && way !== 'heatAcid';
  const put = culture ? { mass: from.mass + culture.mass, fat: from.fat + culture.fat } : from;
  const made = madeOf(kind, put, culture ? undefined : weighed, way);
  const all = blendOf(from.lots);
  const treatment: Treatment = heated && kind !== 'whipped' && !soured ? 'boiled' : all.treatment;
  const details = { ...all.details, line: undefined, ...(kind === 'curd' && way ? { way } : {}) };
  return {
    into: [
      {
        lotId: madeId(commandId),
        mass: milligrams(made.mass),
        fat: milligrams(made.fat),
        celsius: setting?.celsius ?? fridge,
        fresh: {
          kind,
          treatment,
          ripened: (kind === 'yoghurt' && !setting) || soured || (kind === 'whipped' && all.ripened),
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
    sources: culture
      ? culture.bought
        ? [{ account: 'culture', mass: milligrams(culture.mass), fat: milligrams(culture.fat) }]
        : []
      : made.added > 0
        ? [{ account: kind === 'whipped' ? 'mixedIn' : 'culture', mass: milligrams(made.added), fat: 0 }]
        : [],
    details: { heated: treatment === 'boiled', ...(kind === 'curd' && way ? { way } : {}) },
  };
}
