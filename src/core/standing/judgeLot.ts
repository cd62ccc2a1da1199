import { keepsUntil, thrownOutAfter } from '../keeping/keepsUntil';
import { cultureState } from '../ripening/cultureLine';
import type { Look, Meaning } from './lotWords';
import { ageSince, isMade } from './lotKinds';
import type { LotStory, ToldLot } from './lotStory';
import { leftToSour } from './souringNow';
import { discardAfterHours } from './discardAfter';

/** What a vessel at rest waits for, in a word or three, and how it presses. */
export interface Waiting {
  word: string;
  tone: 'calm' | 'soon' | 'now' | 'danger';
}

/** What a lot may be put to. Heating is baking, yoghurt and curd. */
export const purposes = ['churn', 'drink', 'heat', 'sell', 'culture', 'pour'] as const;
export type Purpose = (typeof purposes)[number];

/** What is known of a lot beside what was done to it. */
export interface JudgedLot extends Pick<ToldLot, 'kind' | 'treatment' | 'ripened'> {
  blockedReason: string | null;
  oldestSeconds: number;
  madeSeconds: number;
  cut?: string | undefined;
  /** What somebody said it is kept for. */
  meant?: Meaning | undefined;
  /** Why something that went into it should have been thrown away, when it was used knowingly. */
  despite?: string | undefined;
  /** How far it has soured if it does, as foreseen. */
  souring?: 'souring' | 'ready' | 'discard' | undefined;
  /** Milk: when it will be at 10 °C where it stands, s from now; undefined when it never will. */
  coolIn?: { seconds: number | undefined } | undefined;
}

export interface LotJudgement {
  waiting: Waiting;
  /** It should be thrown out: why, and since when; undefined: it need not be. */
  discard: { why: string; sinceSeconds: number | undefined } | undefined;
  /** Why it may not be put to a purpose; nothing where it may. */
  mayNot: Partial<Record<Purpose, string>>;
  /** Until when it is good for what it is, where it stands, s; undefined where nothing says. */
  untilSeconds: number | undefined;
  /** It does harm if nobody comes: it outranks everything. */
  urgent: boolean;
}

/** Milk stands this long before its cream is worth the ladle, and this long at most (engineering estimates), h. */
export const standsFrom = 12;
export const standsAtMost = 44;
/** Cold enough to stand, °C; warmest for unsoured cream and skim; hours it may be warmer (handbook §7). */
const cold = 7;
const useWithin = 2;
/** Milk is at 10 °C within this time of the start of milking (handbook §7), °C and h. */
const milkCold = 10;
const coolWithin = 4;
const hour = 3600;

const seen: Partial<Record<Look, string>> = {
  mould: 'mould was seen in it',
  pink: 'it turned pink or orange',
  gas: 'it made gas',
  foul: 'it smelled foul',
};

/**
 * The one judgement of a lot: what it waits for, whether it must be thrown out, what it may be put to and until when, and
 * why. Every screen asks it, and every use-case before it lets a lot go anywhere (handbook §6.12, §7).
 */
export function judgeLot(lot: JudgedLot, story: LotStory | undefined, nowSeconds: number): LotJudgement {
  const { kind } = lot;
  const raw = lot.treatment === 'raw';
  const sour = story?.soured ?? lot.ripened;
  // A freezer stops the clock of what keeps cold.
  const ageHours = Math.max(0, (nowSeconds - ageSince(lot)) / hour - (story?.frozenHours ?? 0));
  // What is made to be kept has its days, sour or not.
  const dated = !sour || isMade(kind);
  const of = { kind, raw };
  const keeps = keepsUntil(of);
  const soap = lot.meant === 'soap' && !story?.spoiled;
  // Lye asks for no date: what is kept for soap is only no food any more.
  const discard = soap ? undefined : discardOf();
  const mayNot: LotJudgement['mayNot'] = {};
  const forbid = (why: string, ...which: Purpose[]) => which.forEach((one) => (mayNot[one] ??= why));
  if (lot.blockedReason !== null)
    forbid(
      `it is kept from people’s food (${lot.blockedReason})`,
      ...purposes.filter((one) => one !== 'pour'),
    );
  if (discard) forbid(discard.why, ...purposes);
  if (soap) forbid('it is kept for soap, not for food', 'drink', 'heat', 'sell', 'culture', 'churn');
  if (lot.despite !== undefined) forbid(lot.despite, 'drink', 'heat', 'sell', 'culture', 'churn');
  if (kind === 'milk' && !sour && story && warmMilkHours() > coolWithin)
    forbid('it was not cold in time', 'drink', 'sell');
  if (dated && ageHours > keeps) forbid('it is past the days that it keeps', 'drink', 'sell');
  if (!sour && story && (story.stoodOut || (kind !== 'milk' && story.warmHours > discardAfterHours)))
    forbid(`it stood warm for over ${discardAfterHours} h`, 'drink', 'sell');
  if (kind === 'culture' && cultureState(ageHours) === 'tooOld')
    forbid('it is older than a culture keeps lively', 'culture');
  if (kind !== 'culture' && !sour) forbid('nothing in it has soured', 'culture');
  const waiting = waitingFor();
  return {
    waiting,
    discard,
    mayNot,
    untilSeconds: until(),
    urgent: (discard !== undefined && lot.blockedReason === null) || waiting.word === notInTime,
  };

  function discardOf(): LotJudgement['discard'] {
    const say = (why: string, sinceSeconds?: number) => ({ why, sinceSeconds });
    if (story?.spoiled) return say(seen[story.spoiled] ?? 'it is spoiled');
    if (story?.souring && !story.souring.seenInTime) {
      const { limitSeconds = Infinity } = story.souring;
      if (limitSeconds <= nowSeconds) return say('it was not thick and tart in time', limitSeconds);
      return undefined;
    }
    if (!dated || kind === 'butter' || kind === 'ghee' || kind === 'culture') return undefined;
    if (!sour) {
      const warm = stoodWarm();
      if (warm) return warm;
    }
    const out = thrownOutAfter(of);
    if (story?.frozen !== 'frozen' && ageHours > out)
      return say(tooOld, nowSeconds - hour * (ageHours - out));
    return undefined;
  }

  function stoodWarm(): LotJudgement['discard'] {
    const say = (why: string, sinceSeconds?: number) => ({ why, sinceSeconds });
    if (story?.rawLimitSeconds !== undefined)
      return say('it stood warm for longer than raw milk and cream may sour', story.rawLimitSeconds);
    if (story?.warmTooLong)
      return say(
        `heated and unsoured, it was warm for over ${discardAfterHours} h`,
        story.warmTooLongSeconds,
      );
    if (!raw && story && story.warmHours > discardAfterHours && story.celsius > cold)
      return say(
        `heated and unsoured, it has been warm for over ${discardAfterHours} h`,
        nowSeconds - hour * (story.warmHours - discardAfterHours),
      );
    return undefined;
  }

  /** Hours that milk has been over 10 °C without a break, since it last was poured in or heated. */
  function warmMilkHours(): number {
    return story?.over10Since === undefined ? 0 : (nowSeconds - story.over10Since) / hour;
  }

  function until(): number | undefined {
    if (discard) return discard.sinceSeconds;
    if (soap) return undefined;
    if (story?.frozen === 'frozen' || kind === 'butter' || kind === 'ghee') return undefined;
    const ends: number[] = [];
    if (story?.souring && !story.soured) ends.push(nowSeconds + hour * leftToSour(story, story.souring));
    else if (dated) {
      ends.push(nowSeconds + hour * (keeps - ageHours));
      if (story && !sour && !raw && story.celsius > cold)
        ends.push(nowSeconds + hour * Math.max(0, discardAfterHours - story.warmHours));
    }
    const first = Math.min(...ends);
    return Number.isFinite(first) ? first : undefined;
  }

  function waitingFor(): Waiting {
    if (story?.spoiled) return { word: 'throw it out', tone: 'danger' };
    if (lot.blockedReason !== null) return { word: 'not for people', tone: 'danger' };
    if (discard) return { word: discardWord(), tone: 'danger' };
    if (soap) return { word: 'for soap', tone: 'calm' };
    if (story?.frozen === 'frozen') return { word: 'frozen', tone: 'calm' };
    if (story?.frozen === 'thawing') return { word: 'thawing', tone: 'soon' };
    const left = keeps - ageHours;
    if (story?.souring && !story.soured && story.souring.lightly)
      return story.souring.lightly === 'tasted'
        ? story.celsius > 10 && story.around > 10
          ? { word: 'churn or chill', tone: 'now' }
          : { word: 'to churn', tone: 'soon' }
        : lot.souring === 'ready'
          ? { word: 'tart? taste', tone: 'now' }
          : { word: 'souring a little', tone: 'calm' };
    if (story?.souring && !story.soured) {
      const yoghurt = kind === 'yoghurt';
      return lot.souring === 'ready'
        ? { word: yoghurt ? 'set? look' : 'ripe? look', tone: 'now' }
        : { word: yoghurt ? 'setting' : 'souring', tone: 'calm' };
    }
    const tempered = story?.tempering && temperedWaits(story, story.tempering);
    if (tempered) return tempered;
    if (kind === 'milk') return milkWaits();
    if (sour && story && story.celsius > 10)
      return story.around <= 10 ? { word: 'chilling', tone: 'soon' } : { word: 'chill it', tone: 'now' };
    if (!sour && story && story.celsius > cold && story.warmHours > useWithin)
      return { word: 'chill or churn', tone: 'now' };
    if (kind === 'culture')
      return {
        lively: { word: 'culture', tone: 'calm' } as const,
        useSoon: { word: 'use or renew', tone: 'soon' } as const,
        tooOld: { word: 'begin it anew', tone: 'danger' } as const,
      }[cultureState(ageHours)];
    if (kind === 'cream') {
      if (lot.cut === 'top') return { word: 'to whip', tone: left < 24 ? 'now' : 'calm' };
      if (sour) return { word: 'ripe, to churn', tone: 'soon' };
      if (left < 0) return { word: 'churn at once', tone: 'now' };
      return left < 24 ? { word: 'churn today', tone: 'now' } : { word: 'to churn', tone: 'calm' };
    }
    if (isMade(kind))
      return left < 0
        ? { word: 'past its day', tone: 'now' }
        : left < 24
          ? { word: 'eat today', tone: 'now' }
          : { word: 'to eat', tone: 'calm' };
    if (left < 0 && !sour) return { word: 'not to drink', tone: 'now' };
    if (left < 24 && !sour) return { word: 'use today', tone: 'now' };
    return { word: (lot.meant && keptFor[lot.meant]) ?? 'to use', tone: 'calm' };
  }

  /** What is brought to a temperature waits for it; there, it is taken out of what would bring it further. Warm for too long, that comes first. */
  function temperedWaits(
    { celsius, around, warmHours }: LotStory,
    { to, from, readyAtSeconds = Infinity }: NonNullable<LotStory['tempering']>,
  ): Waiting | undefined {
    const warms = to > from;
    const there = warms ? celsius > to - nearTo : celsius < to + nearTo;
    if (!there && readyAtSeconds > nowSeconds) return { word: warms ? 'warming' : 'chilling', tone: 'soon' };
    if (!sour && celsius > cold && warmHours > useWithin) return undefined;
    // Colder than was wanted it is cold cream like any other.
    if (!warms && celsius < to - wellPast) return undefined;
    const goesOn = warms ? around > to + goesOnBeyond : around < to - goesOnBeyond;
    return there && goesOn
      ? { word: takeOut, tone: 'now' }
      : { word: there ? 'ready to churn' : 'probe it', tone: 'now' };
  }

  function milkWaits(): Waiting {
    if (story && story.celsius > cold) {
      const warm = warmMilkHours();
      if (warm > coolWithin) return { word: stillWarm, tone: 'danger' };
      const coolAt = lot.coolIn?.seconds;
      if (
        lot.coolIn &&
        story.celsius > milkCold &&
        (coolAt === undefined || warm + coolAt / hour > coolWithin)
      )
        return { word: notInTime, tone: 'danger' };
      return { word: 'cooling', tone: warm > useWithin ? 'now' : 'soon' };
    }
    if (ageHours >= standsAtMost) return { word: 'skim at once', tone: 'now' };
    return ageHours >= standsFrom
      ? { word: 'ready to skim', tone: 'now' }
      : { word: 'cream rising', tone: 'calm' };
  }

  function discardWord(): string {
    if (story?.souring && !story.souring.seenInTime)
      return kind === 'yoghurt' ? 'not set in time' : 'not sour in time';
    return discard!.why === tooOld ? 'too old' : 'warm too long';
  }
}

/** What it waits for that somebody keeps for something. */
const keptFor: Partial<Record<Meaning, string>> = {
  baking: 'for baking',
  drinking: 'for drinking',
  feeding: 'for the animals',
};
/** So near to the temperature it is brought to it is there; surroundings so far beyond bring it further, K. */
const nearTo = 0.6;
const goesOnBeyond = 1;
const wellPast = 2;
export const takeOut = 'take it out';
const notInTime = 'not cold in time';
const stillWarm = 'still warm';

/** Whether what milk waits for is to be cooled, before anything else is done with it. */
export const coolsFirst = ({ word, tone }: Waiting): boolean =>
  word === notInTime || word === stillWarm || (word === 'cooling' && tone === 'now');
const tooOld = 'it is older than is safe';
