import { percent } from '../quantities/formatQuantity';
import { heatCapacity } from '../dairy/heatCapacity';
import type { ChurnHappening, ChurnInput } from './churnInput.calc';
import { exchangePaused } from './churnInput';
import { tools } from './tools';
import { tensOfGrams, wholeCelsius, wholeMillilitres, wholeMinutes } from '../quantities/whole';

/** What can be wrong with a churning. */
export type Cause = 'tooCold' | 'tooWarm' | 'tooThick' | 'tooThin' | 'overfull';

/** Richer cream a maker has at hand. */
export interface RichCream {
  mass: number;
  fat: number;
  temperature: number;
}

/** Something to do about it, in numbers. */
export interface Remedy {
  cause: Cause;
  /** Minutes it takes before churning goes on. */
  minutes: number;
  happenings: ChurnHappening[];
  says: string;
}

/** The load as it is at the moment of asking. */
export interface LoadNow {
  atMinutes: number;
  temperature: number;
  mass: number;
  fat: number;
  fill: number;
  closed: boolean;
}

/** Warmest bath for cream, °C: hotter melts what touches the wall (handbook §7: a stirred bath of at most 30 °C). */
const warmestBath = 30;
/** How much warmer than the goal the bath is. */
const bathAhead = 9;
/** Longest bath worth advising, minutes. */
const longestBath = 60;
const fridge = 4;
/** Water that warm cream is stood in, °C at usual hardness: it goes no further; and how long it stays there at its temperature, min. */
const chilledTo = [9, 11, 13] as const;
const holds = [20, 60, 150] as const;
/** Colder than this, chilling is no help, °C at usual hardness (engineering estimate). */
const chillFrom = 16;
/** Fullness to come down to, and fats to thin to or to raise to. */
const goodFill = [0.42, 0.35] as const;
const thinnedTo = [0.4, 0.38, 0.36] as const;
const raisedTo = [0.34, 0.37] as const;
const coldWater = 10;
/** What thin or whipped cream comes to when it drains for a night in the cold, and the fat of what drains (engineering estimates; handbook §6.3 has gravity cream dry to 30 %). */
const stoodTo = [0.27, 0.3] as const;
const thinFat = 0.03;
const night = 720;

/** Everything that might be done about a load, each in several doses; which helps, the model says. */
export function remedies(input: ChurnInput, now: LoadNow, richCream?: RichCream): Remedy[] {
  return [
    ...warmings(input, now),
    ...chillings(input, now),
    ...thinnings(now),
    ...lighterLoads(now),
    ...enrichings(input, now, richCream),
  ];
}

function warmings(input: ChurnInput, now: LoadNow): Remedy[] {
  const { atMinutes, temperature } = now;
  return [12, 13, 14, 15, 16, 17]
    .map((goal) => goal + input.hardness)
    .filter((goal) => goal > temperature + 0.7)
    .flatMap((goal) => {
      const bath = Math.min(warmestBath, Math.round(goal + bathAhead));
      const minutes = minutesInBath(input, now.fat, temperature, goal, bath);
      if (minutes > longestBath) return [];
      return [
        {
          cause: 'tooCold' as const,
          minutes,
          happenings: [
            { kind: 'pause' as const, atMinutes, minutes, temperature: bath, in: 'water' as const },
          ],
          says: `Stand it in a bath of ${bath} °C for ${spokenMinutes(minutes)}, turning it now and then, until the cream reads ${wholeCelsius(goal)}.`,
        },
      ];
    });
}

function chillings(input: ChurnInput, { atMinutes, temperature, fat }: LoadNow): Remedy[] {
  if (temperature - input.hardness < chillFrom) return [];
  return chilledTo
    .map((goal) => Math.round(goal + input.hardness))
    .filter((goal) => goal >= 5 && goal < temperature - 3)
    .flatMap((goal) => {
      const near = minutesInBath(input, fat, temperature, goal + 1, goal);
      return holds.map((standing): Remedy => {
        const minutes = Math.round(near + standing);
        return {
          cause: 'tooWarm',
          minutes,
          happenings: [{ kind: 'pause', atMinutes, minutes, temperature: goal, in: 'water' }],
          says: `Stop, and stand it in water of ${goal} °C, turning it now and then: the probe reads ${goal + 1} °C after about ${spokenMinutes(near)}. Leave it there for ${spokenMinutes(minutes)} in all: the fat takes longer to set than the thermometer to fall.`,
        };
      });
    });
}

function thinnings({ atMinutes, mass, fat }: LoadNow): Remedy[] {
  return thinnedTo
    .filter((goal) => fat > goal + 0.02)
    .map((goal) => {
      const water = mass * (fat / goal - 1);
      return {
        cause: 'tooThick',
        minutes: 1,
        happenings: [{ kind: 'water', atMinutes, mass: water, temperature: coldWater }],
        says: `Add ${wholeMillilitres(Math.round(water / 5) * 5)} of cold water, a splash at a time, and take it off the buttermilk later.`,
      };
    });
}

function lighterLoads({ atMinutes, fill, closed }: LoadNow): Remedy[] {
  if (!closed) return [];
  return goodFill
    .filter((goal) => fill > goal + 0.04)
    .map((goal) => ({
      cause: 'overfull',
      minutes: 2,
      happenings: [{ kind: 'takeOut', atMinutes, share: 1 - goal / fill }],
      says: `Take out ${shareWords(1 - goal / fill)} and churn it as a second load.`,
    }));
}

function enrichings(
  input: ChurnInput,
  { atMinutes, mass, fat, fill, closed }: LoadNow,
  rich: RichCream | undefined,
): Remedy[] {
  if (!rich)
    return stoodTo
      .filter((goal) => fat < goal - 0.02)
      .map((goal) => {
        const poured = (mass * (goal - fat)) / (goal - thinFat);
        const warm = Math.round(tools[input.tool].referenceTemperature + input.hardness);
        const bath = Math.min(warmestBath, warm + bathAhead);
        const warming = minutesInBath(input, goal, fridge, warm, bath);
        return {
          cause: 'tooThin',
          minutes: night + warming,
          happenings: [
            { kind: 'pause', atMinutes, minutes: night, temperature: fridge, in: 'fridge' },
            { kind: 'pourOff', atMinutes: atMinutes + night, mass: poured, fat: thinFat },
            { kind: 'pause', atMinutes: atMinutes + night, minutes: warming, temperature: bath, in: 'water' },
          ],
          says: `Let it stand in the fridge overnight, then pour off the ${tensOfGrams(poured)} of thin that has drained to the bottom, and warm the rest to ${warm} °C in a bath of ${bath} °C. Richer cream stirred in would do it at once.`,
        };
      });
  return raisedTo
    .filter((goal) => fat < goal - 0.02 && rich.fat > goal + 0.02)
    .map((goal) => {
      // What has to be stirred in to each gram kept, and how much may be kept for the whole to have room.
      const perGram = (goal - fat) / (rich.fat - goal);
      const kept = Math.min(
        1,
        closed ? goodFill[0] / (fill * (1 + perGram)) : 1,
        rich.mass / (mass * perGram),
      );
      const added = mass * kept * perGram;
      const stir = `stir in ${tensOfGrams(added)} of your ${percent(rich.fat, 0)} cream`;
      return {
        cause: 'tooThin',
        minutes: 2,
        happenings: [
          ...(kept < 0.97 ? [{ kind: 'takeOut' as const, atMinutes, share: 1 - kept }] : []),
          { kind: 'cream' as const, atMinutes, mass: added, fat: rich.fat, temperature: rich.temperature },
        ],
        says:
          kept < 0.97
            ? `Take out ${shareWords(1 - kept)} for later, and ${stir}.`
            : `${stir[0]!.toUpperCase()}${stir.slice(1)}.`,
      };
    });
}

/** Minutes for standing cream to warm or cool in water: the heat balance of docs/models.md in twenty slices. */
export function minutesInBath(
  input: ChurnInput,
  fat: number,
  from: number,
  to: number,
  bath: number,
): number {
  const exchange = exchangePaused(input, 'water');
  const slices = 20;
  let seconds = 0;
  for (let i = 0; i < slices; i += 1) {
    const celsius = from + ((i + 0.5) / slices) * (to - from);
    seconds +=
      (1000 * heatCapacity(fat, celsius, input.hardness) * ((to - from) / slices)) /
      (exchange * (bath - celsius));
  }
  return seconds / 60;
}

const spokenMinutes = (minutes: number): string =>
  minutes >= 60 && minutes % 60 === 0 ? `${minutes / 60} h` : wholeMinutes(Math.max(1, minutes));

function shareWords(share: number): string {
  if (Math.abs(share - 1 / 3) < 0.04) return 'a third';
  if (Math.abs(share - 0.25) < 0.03) return 'a quarter';
  if (Math.abs(share - 0.5) < 0.05) return 'half';
  return `${percent(Math.round(share * 20) / 20)} of it`;
}
