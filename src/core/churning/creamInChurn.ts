import type { BatchFacts } from './batchEvents';
import type { Contents } from './contents';
import type { ToolKey } from './tools';

/** What is known of a load before it is churned. */
export interface CreamInChurn {
  /** g and mass fraction, each with its standard deviation. */
  mass: number;
  massSd: number;
  fat: number;
  fatSd: number;
  temperature: number;
  /** One standard deviation, K. */
  temperatureSd: number;
  treatment: 'raw' | 'pasteurised';
  ripened: boolean;
  /** Homogenised, UHT or with stabilisers: slower and less certain. */
  homogenised: boolean;
  /** Shift of the solid fat curve, K. */
  hardness: number;
  tool: ToolKey;
  /** One load in its churn. */
  load: Contents;
  roomTemperature?: number;
}

/** How well the cream's temperature is known, one standard deviation, K: by a thermometer, or by where it stood (engineering estimates). */
export const temperatureSpread = ({ temperatureAssumed }: Pick<BatchFacts, 'temperatureAssumed'>): number =>
  temperatureAssumed ? 2 : 0.5;

/**
 * The cream of a batch as the churning model sees it: all of it, and how full its churn is with one load.
 * @param load a load that is not as it was planned: moved, split or poured together
 */
export function creamInChurn(
  facts: BatchFacts,
  load: { tool: BatchFacts['tool']; contents: Contents } = {
    tool: facts.tool,
    contents: {
      mass: facts.creamMass / facts.loads,
      fat: facts.creamFat,
      capacity: facts.capacity,
      fill: facts.creamVolume / facts.loads / facts.capacity,
    },
  },
): CreamInChurn {
  return {
    mass: facts.creamMass,
    massSd: facts.creamMassSd,
    fat: facts.creamFat,
    fatSd: facts.creamFatSd,
    temperature: facts.temperature,
    temperatureSd: temperatureSpread(facts),
    treatment: facts.treatment,
    ripened: facts.ripened,
    homogenised: facts.homogenised,
    hardness: facts.hardness,
    tool: load.tool,
    load: load.contents,
  };
}
