import { takeOut } from '@/core/standing/judgeLot';
import { daysBetween } from '@/core/keeping/civilDate';
import { crockWater } from '@/core/keeping/crockWater';
import type { Act } from '@/core/planning/acts';
import { list } from '@/core/quantities/list';
import { isMade, kindWord } from '@/core/standing/lotKinds';
import type { TodayView } from '@/server/today/views';
import { pastWords, stockWords } from '../larder/larderSays';
import type { useSay } from '../frame/FarmContext';
import { alarmWords, nameOf, pageOf } from '../standing/alarm';
import type { LotNow } from '../standing/lotNow';
import { sayMuch } from '../standing/lotNow';

/** What an act is told with. */
export interface Told {
  view: TodayView;
  lots: ReadonlyMap<string, LotNow>;
  now: number;
  today: string;
  say: ReturnType<typeof useSay>;
}

export interface ActSaid {
  /** The sentence. */
  says: string;
  /** Its reason, and what waiting costs. */
  why?: string | undefined;
  /** In a few words, among the next. */
  short: string;
  /** Where it is done, and what the way there is called. */
  href?: string | undefined;
  label?: string | undefined;
}

/** More names than these are a number. */
const fewNames = 3;

/** Empty vessels that were not cleaned since they were used. */
export const toWash = ({ vessels, dirty, lots }: TodayView): TodayView['vessels'] =>
  vessels.filter(({ id }) => dirty.includes(id) && !lots.some(({ vessel }) => vessel?.id === id));

/** Of several in hand each has its number. */
const goesOn = ({ inProgress }: TodayView, { lots }: Act): string => {
  const one = inProgress.length > 1 && inProgress.find(({ id }) => id === lots[0]);
  return one ? `batch ${one.number} goes on` : 'the churning goes on';
};

/** An act in the farm's own words and units: the sentence, why, and where it is done. */
export function sayAct(act: Act, told: Told): ActSaid {
  const { view, lots, now, today, say } = told;
  const of = act.lots.flatMap((id) => lots.get(id) ?? []);
  const one = of[0];
  const name = of.length > fewNames ? `${of.length} vessels` : list(of.map(nameOf));
  const there = one && { href: pageOf(one), label: `To ${nameOf(one)}` };
  const pat = view.butter.find(({ lotId }) => lotId === act.lots[0]);
  const inLarder = { href: '/larder', label: 'To the larder' };
  const by = act.untilHours === undefined ? undefined : now + 3600 * act.untilHours;
  const ready = act.inHours === undefined ? undefined : say.when(now + 3600 * act.inHours, now);
  const kind = one?.lot.kind ?? 'milk';
  switch (act.act) {
    case 'discard':
      if (one) return { says: alarmWords(one, now, say), short: `throw out ${name}`, ...there };
      return { ...butter(), short: `let ${pat?.code ?? 'butter'} go` };
    case 'cool':
      if (one?.judged.urgent || one?.waiting.tone === 'danger')
        return { says: alarmWords(one, now, say), short: `cool ${name}`, ...there };
      if (!act.now)
        return { says: `${name} cools${ready === undefined ? '' : ` until about ${ready}`}.`, short: `${name} cold`, ...there }; // prettier-ignore
      if (kind === 'milk')
        return { says: `${name} is still warm: cool it now.`, short: `cool ${name}`, ...there };
      return {
        says: `${name}: chill it or churn it now.`,
        why: 'Unsoured, it may be out of the cold for two hours at most.',
        short: `chill ${name}`,
        ...there,
      };
    case 'goOn':
      return { says: 'A churning is under way.', short: goesOn(view, act), href: `/churn/${act.lots[0]}`, label: 'To the churn' }; // prettier-ignore
    case 'look':
      if (kind === 'yoghurt')
        return {
          says: act.now
            ? `${name} should be set: look at it.`
            : `${name} sets${ready === undefined || act.inHours! <= 0 ? '' : `: look again about ${ready}`}.`,
          why: by === undefined ? undefined : `Not set by ${say.when(by, now)}, it goes out.`,
          short: `look at ${name}`,
          ...there,
        };
      return act.now
        ? {
            says: `${name} should be ripe: look at it.`,
            why: `Thick and tart, it is chilled for the churn.${by === undefined ? '' : ` It has to be by ${say.when(by, now)}, or it goes out.`}`,
            short: `look at ${name}`,
            ...there,
          }
        : {
            says: `${name} sours${ready === undefined ? '' : act.inHours! <= 0 ? ': it may be ripe from now on' : `: look again about ${ready}`}.`,
            why: by === undefined ? undefined : `Not thick and tart by ${say.when(by, now)}, it goes out.`,
            short: `look at ${name}`,
            ...there,
          };
    case 'chill':
      return { says: `${name} is thick and tart: chill it now.`, why: 'It gets sharper for as long as it stays warm.', short: `chill ${name}`, ...there }; // prettier-ignore
    case 'ready':
      return { ...tempered(), short: `${name} ready`, ...there };
    case 'skim':
      return { says: `Skim ${name} now.`, short: `skim ${name}`, ...there };
    case 'churn':
      return churn();
    case 'eatFirst':
      return { ...butter(), short: `eat ${pat?.code ?? 'the oldest'} first` };
    case 'freeze':
    case 'takeOut': {
      const much = say.about(act.mass ?? 0);
      const says =
        act.act === 'freeze' ? `Freeze about ${much} of butter.` : `Take about ${much} out of the freezer.`;
      return {
        says,
        why: act.act === 'freeze' ? undefined : 'Little is left that is fresh.',
        short: says.slice(0, -1).toLowerCase(),
        ...inLarder,
      };
    }
    case 'use': {
      const what = one ? sayMuch(one, say) : '';
      if (one && of.length === 1 && isMade(kind))
        return {
          says: `Eat ${name} today: ${what}.`,
          why:
            one.waiting.word === 'past its day'
              ? 'It is past the days that it keeps: look and smell first, and not for anybody weak.'
              : 'It is the last day that it keeps.',
          short: `eat ${name}`,
          ...there,
        };
      return {
        says:
          of.length > 1
            ? `Use what is in ${name} today.`
            : `${name}: use its ${what} of ${kindWord(kind)} today.`,
        why: 'Drink, bake, curd, or the animals as the law allows.',
        short: of.length > 1 ? `use what is in ${name}` : `use the ${kindWord(kind)} in ${name}`,
        ...there,
      };
    }
    case 'freshWater': {
      const water = crockWater(view.crockWaterOn ?? today, today);
      return {
        says: 'The crock wants fresh water.',
        why: `It is ${water.days} days old: every three to five days it is changed, or the butter under it turns.`,
        short: 'fresh water in the crock',
        href: '/larder',
      };
    }
    case 'renew':
      return { says: `${name || 'The culture'} wants renewing: use it, or begin it anew.`, short: `renew ${name || 'the culture'}`, ...there }; // prettier-ignore
    case 'clean': {
      const dirty = toWash(view).map((vessel) => vessel.name);
      const what = dirty.length > fewNames ? `${dirty.length} vessels` : list(dirty);
      return { says: `Wash up ${what}.`, why: 'Dried milk holds on: the sooner the easier.', short: `wash up ${what}`, href: '/pail', label: 'Step by step' }; // prettier-ignore
    }
    case 'answer':
      return { says: 'A question waits for you.', short: 'a question to answer', href: '#questions', label: 'To the question' }; // prettier-ignore
    case 'runOut':
      return {
        says: 'The butter runs out: churn again soon.',
        why: stockWords(view.butter, today, view.rate, say),
        short: 'churn before the butter is gone',
      };
  }

  function churn(): ActSaid {
    const much = say.volume(of.reduce((sum, { volume }) => sum + volume, 0));
    const left = act.untilHours;
    const keeps =
      by === undefined
        ? undefined
        : `${of.length > 1 ? 'The oldest' : 'It'} is at its best until ${say.when(by, now)}.`;
    const to = { short: `churn ${much} of cream`, href: '/shelf', label: 'To the shelf' };
    switch (act.because) {
      case 'due':
        return left !== undefined && left <= 0
          ? { says: `Churn ${much} of cream at once.`, why: `${name} is past its best.`, ...to }
          : { says: `Churn ${much} of cream today.`, why: `${keeps} ${waits()}`, ...to };
      case 'load':
        return { says: `Churn: ${much} of cream is a load.`, why: keeps, ...to };
      case 'ripe':
        return { says: `Churn: ${much} of cream, and it is ripe.`, why: keeps, ...to };
      case 'day':
        return { says: `It is your churning day: ${much} of cream stands here.`, why: keeps, ...to };
      default:
        return { says: `${much} of cream stands on the shelf, to be churned.`, why: keeps, ...to };
    }
  }

  /** What waiting costs, in grams of fat. */
  function waits(): string {
    const grams = Math.abs(act.waiting.grams);
    return grams < 1 ? '' : `About ${say.about(grams)} of fat waits on it.`;
  }

  /** What is brought to a temperature: on its way, there, or to be taken out of what brings it further. */
  function tempered(): { says: string; why?: string | undefined } {
    const { word = 'on its way' } = one?.waiting ?? {};
    const wanted = one?.story?.tempering && say.temperature(one.story.tempering.to);
    if (word === takeOut)
      return {
        says: `Take ${name} out now.`,
        why: wanted && `It is at the ${wanted} you wanted, and goes on from there.`,
      };
    if (word === 'probe it')
      return { says: `Probe ${name}.`, why: wanted && `It should be at ${wanted} by now.` };
    if (word === 'ready to churn')
      return { says: `${name} is ready to churn.`, why: wanted && `It is at the ${wanted} you wanted.` };
    return {
      says: `${name} is ${word}${ready === undefined || act.now ? '' : `, until about ${ready}`}.`,
      why: wanted && `Then it is at the ${wanted} you wanted.`,
    };
  }

  function butter(): Omit<ActSaid, 'short'> {
    if (!pat) return { says: 'Eat the oldest butter first.', ...inLarder };
    const left = daysBetween(today, pat.keepUntil);
    const says =
      left < 0
        ? pastWords(pat)
        : left === 0
          ? `Eat ${pat.code} today; it is at its last good day.`
          : `Use ${pat.code} first: it is good until ${say.day(pat.keepUntil, today)}.`;
    return {
      says,
      why: view.rate ? stockWords(view.butter, today, view.rate, say) : undefined,
      ...inLarder,
    };
  }
}
