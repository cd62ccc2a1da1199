import { daysBetween } from '@/core/keeping/civilDate';
import { pastItsDay } from '@/core/keeping/pastItsDay';
import type { PieceForm } from '@/core/churning/batchWords';
import { mixedNames } from '@/core/working/mix';
import type { Waiting } from '@/core/standing/judgeLot';
import type { ButterShown } from '@/server/today/views';
import { toEat } from './toEat';
import type { Standing } from '../board/Board';
import { ButterPiece, FreezerDrawing, pieceSize } from '../board/ButterPiece';
import { pieceWords } from '../churning/pieceWords';
import type { useSay } from '../frame/FarmContext';

/** Butter with its date so near is eaten first, days. */
const soon = 3;
/** Pieces that stand on Today’s board beside the freezer; the others are in the Larder. */
const mostPieces = 2;
const freezerHigh = 138;

/** What a piece of butter waits for; the same word wherever it is drawn. */
export function butterWaits(pat: ButterShown, today: string): Waiting | undefined {
  const left = daysBetween(today, pat.keepUntil);
  if (pat.blockedReason !== null || pat.despite !== undefined)
    return { word: 'not for people', tone: 'danger' };
  if (left < 0) return pastItsDay(pat).discard ? { word: 'throw it out', tone: 'danger' } : { word: 'past its day', tone: 'now' };
  if (left <= soon && pat.storage !== 'freezer') return { word: left === 0 ? 'eat today' : 'eat first', tone: left <= 1 ? 'now' : 'soon' };
  return undefined;
} // prettier-ignore

/** How many pieces of what size are left of it; its weight where it was not parted. */
export function piecesOf(pat: ButterShown, say: ReturnType<typeof useSay>): string {
  const of = pat.kind === 'ghee' ? ' of ghee' : '';
  if (!pat.pieces) return `${say.mass(pat.mass)}${of}`;
  const left = Math.max(1, Math.round(pat.mass / pat.pieces.each));
  const words = pieceWords[pat.pieces.form as PieceForm][left === 1 ? 'one' : 'many'];
  return `${left} ${words} of ${say.mass(pat.pieces.each)}`;
}

/** The butter on Today’s board: what to eat first, one by one, and the freezer as one thing. */
export function butterStanding(
  butter: readonly ButterShown[],
  today: string,
  say: ReturnType<typeof useSay>,
): Standing[] {
  const frozen = butter.filter(({ storage }) => storage === 'freezer');
  const fresh = toEat(
    butter.filter(({ storage }) => storage !== 'freezer'),
    today,
  );
  const shown: Standing[] = fresh.slice(0, mostPieces).map((pat) => {
    const form = (pat.pieces?.form as PieceForm | undefined) ?? 'block';
    return {
      key: pat.lotId,
      name: `${pat.code}${pat.kind === 'ghee' ? ', ghee' : pat.salted ? ', salted' : ''}`,
      lines: [`${piecesOf(pat, say)}, ${pat.storage}`, `eat by ${say.day(pat.keepUntil, today)}`],
      tag: butterWaits(pat, today),
      href: `/larder?piece=${pat.lotId}`,
      fat: pat.fat,
      high: pieceSize(Math.min(pat.mass, 1000), form).height,
      drawing: <ButterPiece mass={Math.min(pat.mass, 1000)} form={form} salted={pat.salted} />,
    };
  });
  const rest = fresh.slice(mostPieces);
  const chest = rest.length > 0 ? [...rest, ...frozen] : frozen;
  if (chest.length > 0) {
    const mass = chest.reduce((sum, one) => sum + one.mass, 0);
    shown.push({
      key: 'chest',
      name: rest.length > 0 ? 'The larder' : 'Freezer',
      lines: [
        `${chest.length} ${rest.length > 0 ? 'more' : chest.length === 1 ? 'lot' : 'lots'}, ${say.mass(mass)}`,
        rest.length > 0 ? 'fridge, crock and freezer' : 'frozen',
      ],
      href: '/larder',
      fat: chest.reduce((sum, one) => sum + one.fat, 0),
      high: freezerHigh,
      drawing: <FreezerDrawing pieces={chest.map((one) => ({ mass: one.mass, salted: one.salted }))} />,
    });
  }
  return shown;
}

const byTheHouse = /^(?:salted|unsalted|a trace of salt|ghee|butter)(?:, the rest)?$/i;
/** The name its maker gave it; undefined where it is called by its salt or by what is in it. */
export function ownName(pat: Pick<ButterShown, 'name' | 'additions' | 'mixedIn'>): string | undefined {
  const name = pat.name.trim();
  const byMix = mixedIn(pat).toLowerCase();
  const called = name.replace(/, the rest$/, '').toLowerCase();
  return name === '' || byTheHouse.test(name) || called === byMix ? undefined : name;
}

/** What is mixed into it, in words. */
export const mixedIn = (pat: Pick<ButterShown, 'additions' | 'mixedIn'>): string =>
  mixedNames(pat).join(', ');
