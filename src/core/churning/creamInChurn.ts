import type { BatchFacts } from './batchEvents';
import type { CreamInChurn } from './foresee';

/** One load of a batch, as the churning model sees it. */
export function creamInChurn(facts: BatchFacts): CreamInChurn {
  return {
    mass: facts.creamMass,
    massSd: facts.creamMassSd,
    fat: facts.creamFat,
    fatSd: facts.creamFatSd,
    temperature: facts.temperature,
    ripened: facts.ripened,
    homogenised: facts.homogenised,
    hardness: facts.hardness,
    tool: facts.tool,
    fill: facts.creamVolume / facts.loads / facts.capacity,
  };
}
