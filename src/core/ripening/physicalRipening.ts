import * as v from 'valibot';
import { between, calculation, temperature } from '../calculation';
import { settling } from '../dairy/settling';
import { solidFat, temperatureOfSolidFat } from '../dairy/solidFat';
import type { Caution } from '../keeping/cautions';
import { ranked } from '../prediction';
import { predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';

interface Step {
  celsius: number;
  hours: number;
  says: string;
}

export interface PhysicalRipening extends Predicted {
  programme: 'coldWarmCold' | 'coldOnly' | 'warmColdCool';
  steps: Step[];
  hours: number;
  /** Solid share of the fat when it goes to the churn, against what that temperature would hold for good. */
  set: number;
}

/** Fat this much harder or softer than usual wants a programme of its own, K (engineering estimate: feed and season). */
const telling = 1;
/** Of what a temperature would hold, so much is set before the next step (engineering estimate). */
const enough = 0.9;
const longest = 24;
/** Crystals of the hard part only are left between these, °C (Walstra et al., Dairy Science and Technology, 2006, §18.3). */
const cold = 7;
const warm = 20;
const step = 120;

/**
 * Programmes that set the fat for butter that spreads, or stands: hard winter fat is chilled, warmed so that only its hardest
 * part stays solid, and cooled to the churn, so that large soft crystals form; soft summer fat is cooled from the warm, so
 * that it does not turn to oil (Walstra et al., Dairy Science and Technology, 2006, §18.3). Hours by the crystallising of
 * docs/models.md.
 */
export function physicalRipening({ hardness, celsius, churnAt, soured }: PhysicalInput): PhysicalRipening {
  const programme = hardness > telling ? 'coldWarmCold' : hardness < -telling ? 'warmColdCool' : 'coldOnly';
  const wanted: { celsius: number; says: string; least?: number }[] = {
    coldWarmCold: [
      { celsius: cold, says: 'Chill it fast and deep, so that many small crystals form.' },
      { celsius: warm, says: 'Warm it gently: only the hardest part stays solid.', least: 2 },
      { celsius: churnAt, says: 'Cool it slowly to the churn: soft, large crystals.' },
    ],
    coldOnly: [
      { celsius: cold, says: 'Keep it cold until its fat has set.' },
      { celsius: churnAt, says: 'Bring it to the churn.', least: 0.5 },
    ],
    warmColdCool: [
      { celsius: warm, says: 'Begin warm, so that the crystals grow large.', least: 2 },
      { celsius: cold, says: 'Chill it deep: soft fat has to set before it is beaten.' },
      { celsius: Math.min(churnAt, 12), says: 'Churn it cold.', least: 0.5 },
    ],
  }[programme];
  let solid = solidFat(celsius, hardness);
  const steps = wanted.map(({ celsius: at, says, least = 0 }): Step => {
    const goal = solidFat(at, hardness);
    let seconds = 0;
    while (seconds < longest * 3600 && (seconds < least * 3600 || (solid < goal && solid < enough * goal))) {
      const felt = temperatureOfSolidFat(solid, hardness);
      solid += (goal - solid) * (1 - Math.exp(-step / settling(felt, at)));
      seconds += step;
    }
    return { celsius: at, hours: Math.max(0.25, Math.round(seconds / 900) / 4), says };
  });
  const last = steps.at(-1)!.celsius;
  return {
    programme,
    steps,
    hours: steps.reduce((sum, { hours }) => sum + hours, 0),
    set: Math.min(1, solid / solidFat(last, hardness)),
    reasons: ranked([
      {
        says:
          programme === 'coldWarmCold'
            ? 'Hard fat: butter of it would crumble.'
            : programme === 'warmColdCool'
              ? 'Soft fat: butter of it would be greasy.'
              : 'Fat of usual hardness needs the cold only.',
        weight: 3,
      },
      { says: 'Fat sets fast far below what it feels like, and slowly near it.', weight: 1 },
    ]),
    cautions: programme === 'coldOnly' || soured ? [] : [warmHours],
  };
}

const warmHours: Caution = {
  key: 'warm-hours',
  level: 'danger',
  says: 'The warm hours are hours of souring: with culture in it they are its ripening, on its clock; unsoured cream has two hours above 5 °C in all.',
};

const physicalInput = v.strictObject({
  /** Shift of the solid fat curve, K: above zero for hard winter fat, below for soft summer fat. */
  hardness: between(-8, 8, 'a shift of −8 to 8 °C is allowed.'),
  /** Of the cream now, melted or as it stands. */
  celsius: v.optional(temperature, 37),
  churnAt: v.optional(between(6, 20, 'from 6 to 20 °C.'), 14),
  /** With culture in it. */
  soured: v.optional(v.boolean(), false),
});
type PhysicalInput = v.InferOutput<typeof physicalInput>;

export const physicalRipeningCalculation = calculation({
  name: 'cream.physicalRipening',
  says: 'Warm and cold hours that set hard or soft fat for good butter.',
  input: physicalInput,
  output: v.object({
    programme: v.picklist(['coldWarmCold', 'coldOnly', 'warmColdCool']),
    steps: v.array(v.object({ celsius: v.number(), hours: v.number(), says: v.string() })),
    hours: v.number(),
    set: v.number(),
    ...predictedEntries,
  }),
  run: physicalRipening,
});
