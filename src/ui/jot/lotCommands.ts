import { curdPlan } from '@/core/byProducts/curdPlan';
import { madeOf, mostMade } from '@/core/byProducts/madeOf';
import { usesOf } from '@/core/byProducts/uses';
import { cultureWrong, yoghurtSetting } from '@/core/byProducts/yoghurtSetting';
import type { OfUse, Thinned } from '@/core/jot/readUse';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { Quantity } from '@/core/quantities/parseQuantity';
import { thinnedBy } from '@/core/separating/toFat';
import { isMade, kindWord } from '@/core/standing/lotKinds';
import type { Places } from '@/core/standing/places';
import { places } from '@/core/standing/places';
import type { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { toUse } from '../pail/usual';
import type { LotNow } from '../standing/lotNow';
import { sayMuch } from '../standing/lotNow';

type Say = ReturnType<typeof useSay>;
interface Written {
  name: string;
  input: Record<string, unknown>;
  says: string;
}

/** A jug reads this much more than there is, and it was all of it. */
const jugOver = 1.06;
/** Yoghurt and live cultures weigh about so much, milk and skim so much, g/mL (engineering estimates). */
const density = { yoghurt: 1.03, lean: 1.03, thinned: 1.02 };

const grams = ({ kind, value }: Quantity, of: number) => (kind === 'mass' ? value : value * of);

/** What is in a lot and how much of it was said, g; a sentence where there is not so much. */
function someOf(one: LotNow, amount: Quantity | undefined, say: Say): { mass: number | undefined; of: number; much: string } | string {
  const { lot, density: per } = one;
  const mass = amount && grams(amount, per);
  if (mass === undefined) return { mass, of: lot.mass, much: 'All of it' };
  if (mass > lot.mass * jugOver + 1) return `There is ${sayMuch(one, say)} of it.`;
  return mass >= lot.mass
    ? { mass: undefined, of: lot.mass, much: 'All of it' }
    : { mass, of: mass, much: sayMuch({ lot: { ...lot, mass }, volume: mass / per }, say) };
} // prettier-ignore

/**
 * Some of a lot put to a use, as the command that writes it and the sentence that says it back.
 * @returns a sentence where it cannot be
 */
export function commandOfUse(of: OfUse, one: LotNow, name: string, say: Say, own: Places = places): Written | string {
  const { lot } = one;
  if (!usesOf(lot.kind).includes(of.use)) return `In ${name} stands ${kindWord(lot.kind)}: that is not what is done with it.`;
  const some = someOf(one, of.amount, say);
  if (typeof some === 'string') return some;
  const soured = one.story?.soured ?? lot.ripened;
  const input = (made: Record<string, unknown> | undefined) => ({
    lotId: lot.id,
    to: of.use,
    ...(some.mass === undefined ? {} : { mass: some.mass }),
    ...(made ? { made } : {}),
  });
  const of_ = `${some.much === 'All of it' ? 'all' : some.much} of ${name}`;
  if (!isMade(of.use)) return { name: 'lot.use', input: input(undefined), says: `${some.much} of ${name} ${toUse[of.use]}`.replace('All of it of', 'All of') };
  if (of.begins && !soured) {
    const culture = of.begins.culture && grams(of.begins.culture, density.yoghurt);
    const wrong = culture === undefined ? undefined : cultureWrong(culture, some.of);
    if (wrong) return wrong;
    const sets = yoghurtSetting(some.of, { culture, celsius: of.begins.celsius, place: of.begins.place }, own);
    if (sets.hot) return `At ${say.temperature(sets.celsius)} the culture dies: let it come to ${say.temperature(44)} first.`;
    return {
      name: 'lot.use',
      input: input({
        heated: of.heated ?? true,
        setting: { culture: sets.culture, celsius: sets.celsius, place: sets.place, around: sets.around },
      }),
      says: `Yoghurt of ${of_}, with ${say.mass(sets.culture)} of live yoghurt at ${say.temperature(sets.celsius)}${of.begins.celsius === undefined ? ' assumed' : ''}, ${places[sets.place].inSentence}`,
    };
  }
  const gave = of.gave && grams(of.gave, density.yoghurt);
  if (gave !== undefined && gave > mostMade(of.use, some.of)) return `At most ${say.mass(mostMade(of.use, some.of))} can come of ${say.mass(some.of)}.`;
  const way = of.way ?? (!soured ? 'heatAcid' : one.story?.souring?.route === 'natural' ? 'clabber' : 'cultured');
  if (of.use === 'curd' && way !== 'heatAcid' && !soured) return `In ${name} it is still sweet: set it to sour first, and say what came of it once it is thick.`;
  const curd = of.use === 'curd' && some.of > 0 ? curdPlan({ milkMass: some.of, milkFat: Math.min(0.12, one.fatShare), way, vinegar: 0.05 }) : undefined;
  const heated = of.use !== 'whipped' && !(of.use === 'curd' && way !== 'heatAcid') && (of.heated ?? true);
  const came = gave !== undefined ? say.mass(gave) : curd ? say.massRange(curd.curd.low, curd.curd.high) : say.mass(madeOf(of.use, { mass: some.of, fat: some.of * one.fatShare }).mass);
  return {
    name: 'lot.use',
    input: input({ heated, ...(of.use === 'curd' ? { way } : {}), ...(gave === undefined ? {} : { mass: gave }) }),
    says: `${gave === undefined ? 'About ' : ''}${came} of ${kindWord(of.use)} made of ${of_}`,
  };
} // prettier-ignore

/**
 * Cream thinned with milk or skim, as the command that writes it and the sentence that says it back.
 * @param lean what may thin it: the vessel that was named, or all that stands
 * @returns a sentence where it cannot be
 */
export function commandOfThinning(of: Thinned, cream: LotNow, lean: readonly LotNow[], say: Say): Written | string {
  const thins = lean.filter(({ lot }) => (lot.kind === 'milk' || lot.kind === 'skim') && (lot.blockedReason !== null) === (cream.lot.blockedReason !== null));
  const [thin] = thins;
  if (!thin) return 'No milk and no skim stands here to thin it with.';
  if (thins.length > 1) return `With which: ${thins.map(({ lot }) => lot.vessel?.name ?? lot.code).join(', ')}? Say for example “… with ${(thin.lot.vessel?.name ?? thin.lot.code).toLowerCase()}”.`;
  const some = someOf(cream, of.amount, say);
  if (typeof some === 'string') return some;
  const fat = text(spokenFraction(of.fat, 0));
  const mixed = thinnedBy(some.of, cream.fatShare, thin.fatShare, of.fat);
  if (!mixed) return `It has ${text(spokenFraction(cream.fatShare, 0))} fat: thinning does not bring it to ${fat}.`;
  if (mixed.leanMass > thin.lot.mass) return `It takes ${say.volume(mixed.leanMass / density.lean)} of ${kindWord(thin.lot.kind)}, and there is ${sayMuch(thin, say)}.`;
  return {
    name: 'lot.pour',
    input: {
      from: [
        { lotId: cream.lot.id, ...(some.mass === undefined ? {} : { mass: some.mass }) },
        { lotId: thin.lot.id, mass: mixed.leanMass },
      ],
      lotId: newId(),
      kind: 'cream',
      cut: 'top',
      celsius: cream.celsius,
    },
    says: `${say.volume(mixed.mass / density.thinned)} of ${fat} cream: ${sayMuch({ lot: { ...cream.lot, mass: some.of }, volume: some.of / cream.density }, say)} and ${say.volume(mixed.leanMass / density.lean)} of ${kindWord(thin.lot.kind)}`,
  };
} // prettier-ignore
