import type { FarmScope } from '@/data/farmScope';
import type { Line } from '@/data/ledger/ledger';
import { counterEntry, linesOf, postEntry } from '@/data/ledger/ledger';
import { lastOut } from '@/data/ledger/movements';
import type { StandingLot } from '@/data/ledger/standing';
import { lotsById } from '@/data/ledger/standing';
import type { Sender } from '../commands/command';
import { Refusal } from '../refusal';
import { milligrams } from './move';

/** So often something is passed on at most: milk poured, skimmed, its skim poured. */
const mostSteps = 8;
/** g: less than this stands nowhere. */
const nothing = 0.0005;

/**
 * Milk that is all gone, and was more or less than was written: the difference went where what is left over always goes, into the
 * skim of what was skimmed last, into what was drunk, or on into the vessel it was poured to. That entry is taken back by its opposite
 * and written anew; the cream, which was measured by itself, stays what it is.
 * @param by g of it and of its fat that there were more than was written
 * @throws {Refusal} when less would be left than was taken
 */
export async function passOn(
  scope: FarmScope,
  lot: StandingLot,
  by: { mass: number; fat: number },
  sender: Sender,
  step = 0,
): Promise<void> {
  const out = await lastOut(scope, lot.id);
  if (!out || step > mostSteps || !['separated', 'used', 'poured'].includes(out.kind))
    throw new Refusal(
      `${lot.code} went on into something else: take that back first, then put it right.`,
      'mass',
    );
  const lines = await linesOf(scope, out.id);
  const filled = await lotsById(
    scope,
    lines.flatMap(({ lot: id, mass }) => (id !== undefined && mass > 0 ? [id] : [])),
    true,
  );
  const rest = restOf(lines, filled, out.kind);
  if (!rest)
    throw new Refusal(
      `${lot.code} was poured into what was measured by itself: put that right instead.`,
      'mass',
    );
  const left = { mass: rest.mass + by.mass, fat: rest.fat + by.fat };
  if (left.mass < nothing)
    throw new Refusal(
      `More was taken out of ${lot.code} than it would then have held: look at the amount.`,
      'mass',
    );
  // Cream that was measured richer than the milk can have been: nobody knows where the rest of its fat came from.
  const fat = Math.min(left.mass, Math.max(0, left.fat));
  const unknown = milligrams(left.fat - fat);
  const told = lines.map((line) =>
    line === rest
      ? { ...line, mass: milligrams(left.mass), fat: milligrams(fat) }
      : line.lot === lot.id
        ? { ...line, mass: milligrams(line.mass - by.mass), fat: milligrams(line.fat - by.fat) }
        : line,
  );
  const onward = rest.lot === undefined ? undefined : filled.get(rest.lot);
  const isGone = onward !== undefined && onward.mass < nothing;
  await counterEntry(scope, out.id, sender.commandId, sender.receivedAt);
  await postEntry(
    scope,
    {
      commandId: sender.commandId,
      kind: out.kind,
      at: out.at,
      recordedAt: sender.receivedAt,
      details: { ...out.details, ...milkOf(out.details, by), corrects: out.id },
      lines: [
        ...told,
        ...(Math.abs(unknown) > nothing ? [{ account: 'unaccounted', mass: 0, fat: unknown }] : []),
      ],
    },
    true,
  );
  if (isGone) await passOn(scope, onward, { mass: by.mass, fat: fat - rest.fat }, sender, step + 1);
  else if (onward && onward.mass + by.mass < -nothing)
    throw new Refusal(
      `Some of ${onward.code} was used since: take that back first, then put it right.`,
      'mass',
    );
}

/** What of an entry is over: the skim of a skimming, never its cream; else the largest that it filled. */
function restOf(
  lines: readonly Line[],
  filled: ReadonlyMap<string, StandingLot>,
  kind: string,
): Line | undefined {
  const isOver = ({ lot, account, mass }: Line) =>
    mass > 0 &&
    (lot === undefined
      ? account !== undefined && !['spilled', 'smeared', 'unaccounted'].includes(account)
      : // What was measured by itself stays: cream that came off it, and what it was poured into to thin or to sour.
        kind === 'poured'
        ? ['milk', 'skim'].includes(filled.get(lot)?.kind ?? '')
        : filled.get(lot)?.kind !== 'cream');
  return lines.filter(isOver).toSorted((a, b) => b.mass - a.mass)[0];
}

/** How much milk a skimming was of, and how rich, where it says so. */
function milkOf(
  { milkMass, milkFat }: Record<string, unknown>,
  by: { mass: number; fat: number },
): Record<string, unknown> {
  if (typeof milkMass !== 'number' || typeof milkFat !== 'number') return {};
  const mass = milkMass + by.mass;
  return { milkMass: mass, milkFat: (milkMass * milkFat + by.fat) / mass };
}
