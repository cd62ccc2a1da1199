'use client';

import { useState } from 'react';
import type { Salting } from '@/core/churning/batchEvents';
import type { UnitSystem } from '@/core/quantities/units';
import { kitchenMeasures } from '@/core/quantities/units';
import { decimal, spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { SaltKind, SaltTeaspoon } from '@/core/salting/salts';
import { saltByEye, saltKinds, salts, saltsOf, someSalt } from '@/core/salting/salts';
import type { SaltWays } from '@/core/salting/saltWays';
import { useFarm, useSay } from '../../frame/FarmContext';
import type { Understood } from '../../quantity/understand';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Chips } from '../../quantity/Chips';
import { OneOf } from '../../quantity/OneOf';
import { Quiet } from '../../theme/Enamel';
import { wholeGrams } from '@/core/quantities/whole';

/** Volume of the salt table's level teaspoon, mL (handbook §6.11), so that a spoon typed in any system comes to the salt table's spoon. */
const tableTeaspoon = 4.92892159375;

/** A farm's own teaspoons in one of the salt table. */
const spoonsPer = (system: UnitSystem): number => tableTeaspoon / kitchenMeasures[system].teaspoon!;

export interface SaltDraft {
  way: Salting['way'];
  typed: string;
  kind: SaltKind;
}

/** A draft that says the same as a salting. */
export function saltDraftOf(salting: Salting, system: UnitSystem): SaltDraft {
  switch (salting.way) {
    case 'none':
      return { way: 'none', typed: '', kind: 'fine' };
    case 'share':
      return {
        way: 'share',
        typed: salting.byEye ? 'some, by eye' : text(spokenFraction(salting.share)),
        kind: salting.kind,
      };
    case 'spoon':
      return {
        way: 'spoon',
        typed: `${Math.round(salting.teaspoons * spoonsPer(system) * 100) / 100} tsp`,
        kind: salting.kind,
      };
    case 'mass':
      return { way: 'mass', typed: `${Math.round(salting.grams * 10) / 10} g`, kind: salting.kind };
  }
}

/** Salt that was not measured. */
const isSome = (typed: string): boolean =>
  /^\s*(?:some|a little|a bit)\b/i.test(typed) || saltByEye.test(typed);

/** “1 tbsp to the quart of cream”: a spoon for so much cream. */
const toTheQuart =
  /^(?<spoons>.+?)\s+(?:per|to (?:the|a|each|every)|for (?:each|every|a)|a|each)\s+(?<of>quart|qt|litre|liter|l|pint|pt|cup)(?:\s+of\s+cream)?$/i;

/**
 * What a salt draft says, or what is wrong with it.
 * @param own what this house’s salts weigh, g in a level teaspoon
 * @param creamVolume mL of cream that was churned, for what is said by the quart of it
 */
export function readSalt(
  draft: SaltDraft,
  system: ReturnType<typeof useSay>['system'],
  creamVolume?: number,
  own: SaltTeaspoon = {},
): { salting?: Salting; understood: Understood } {
  const { way, kind } = draft;
  if (way === 'none') return { salting: { way }, understood: undefined };
  if (way === 'share' && isSome(draft.typed))
    return {
      salting: { way, share: someSalt, kind, byEye: true },
      understood: { quantity: { kind: 'fraction', value: someSalt } },
    };
  if (way === 'share') {
    const understood = understand(draft.typed, {
      system,
      kinds: ['fraction'],
      bareUnit: '%',
      check: ({ value }) =>
        value > 0.15
          ? `${text(spokenFraction(value))} salt is brine, not butter: up to 15 % is allowed.`
          : undefined,
    });
    return {
      salting:
        understood && 'quantity' in understood ? { way, share: understood.quantity.value, kind } : undefined,
      understood,
    };
  }
  if (way === 'spoon') {
    const { spoons, of } = toTheQuart.exec(draft.typed.trim())?.groups ?? {};
    const measure =
      of === undefined ? undefined : understand(`1 ${of}`, { system, kinds: ['volume'], bareUnit: 'L' });
    const times =
      measure && 'quantity' in measure && creamVolume !== undefined
        ? creamVolume / measure.quantity.value
        : undefined;
    if (of !== undefined && times === undefined)
      return {
        understood: { wrong: `How much cream was churned is not known here: say the spoons themselves.` },
      };
    const read = understand(times === undefined ? draft.typed : spoons!, {
      system,
      kinds: ['volume'],
      bareUnit: 'tsp',
      check: ({ value }) =>
        value * (times ?? 1) > 990 ? 'That is more than 200 teaspoons: check the unit.' : undefined,
    });
    const understood: Understood =
      read && 'quantity' in read
        ? { quantity: { ...read.quantity, value: read.quantity.value * (times ?? 1) } }
        : read;
    return {
      salting:
        understood && 'quantity' in understood
          ? {
              way,
              teaspoons: understood.quantity.value / tableTeaspoon,
              kind,
              ...(own[kind] === undefined ? {} : { teaspoon: own[kind] }),
            }
          : undefined,
      understood,
    };
  }
  const understood = understand(draft.typed, { system, kinds: ['mass'], bareUnit: 'g' });
  return {
    salting:
      understood && 'quantity' in understood ? { way, grams: understood.quantity.value, kind } : undefined,
    understood,
  };
}

/** Salt in whichever school: by weight of butter, by spoon, by grams, or none; each said in all the others. */
export function SaltChooser({
  draft,
  onDraft,
  ways,
  early,
  creamOf,
}: {
  draft: SaltDraft;
  onDraft: (draft: SaltDraft) => void;
  ways: SaltWays | undefined;
  early: string | undefined;
  /** mL of the cream that this butter came of. */
  creamOf?: number | undefined;
}) {
  const say = useSay();
  const { saltTeaspoon, usualSalt } = useFarm();
  const { understood } = readSalt(draft, say.system, creamOf, saltTeaspoon);
  const [typedBefore, setTypedBefore] = useState<Partial<Record<Salting['way'], string>>>({});
  const convert = (way: Salting['way']) => {
    const kept = typedBefore[way];
    const fresh = {
      none: '',
      share: ways ? text(spokenFraction(ways.share)) : '1.6 %',
      spoon: ways
        ? `${decimal(Math.max(0.25, Math.round(ways.teaspoons * spoonsPer(say.system) * 4) / 4), 2)} tsp`
        : '2 tsp',
      mass: ways ? `${wholeGrams(ways.salt)}` : '12 g',
    }[way];
    setTypedBefore({ ...typedBefore, [draft.way]: draft.typed });
    onDraft({
      ...draft,
      // Butter that had none said nothing of its kind: it is the one the house takes.
      kind: draft.way === 'none' && kept === undefined ? (usualSalt ?? draft.kind) : draft.kind,
      way,
      typed:
        draft.way === 'none'
          ? (kept ?? { none: '', share: '1.6 %', spoon: '2 tsp', mass: '12 g' }[way])
          : fresh,
    });
  };
  return (
    <div style={{ display: 'grid', gap: 14 }}>
      <Chips
        legend="Salt"
        chosen={draft.way}
        onChoose={convert}
        choices={[
          { key: 'none', name: 'None' },
          { key: 'share', name: 'By weight of butter', small: 'usual 1.5–2 %' },
          { key: 'spoon', name: 'By spoon' },
          { key: 'mass', name: 'Weighed' },
        ]}
      />
      {draft.way !== 'none' && (
        <div
          style={{ display: 'grid', gap: 14, gridTemplateColumns: 'repeat(auto-fit, minmax(180px, 1fr))' }}
        >
          <QuantityField
            label={{ share: 'Share of the butter', spoon: 'Spoons, level', mass: 'Salt' }[draft.way]}
            typed={draft.typed}
            onTyped={(typed) => onDraft({ ...draft, typed })}
            understood={understood}
            system={say.system}
            hint={{ share: '1.6 %, or “some, by eye”', spoon: '2 tsp, or a pinch', mass: '12 g' }[draft.way]}
            says={
              draft.way === 'share' && isSome(draft.typed)
                ? `= not measured: reckoned as ${text(spokenFraction(someSalt))}, and dated as unsalted`
                : undefined
            }
          />
          <OneOf
            label="Kind of salt"
            chosen={draft.kind}
            onChoose={(kind) => onDraft({ ...draft, kind })}
            choices={saltKinds.map((key) => ({
              key,
              name: `${salts[key].name}, ${decimal(saltsOf(saltTeaspoon)[key].gramsPerTeaspoon, 1)} g a level tsp`,
            }))}
          />
        </div>
      )}
      {ways && draft.way !== 'none' && (
        <Quiet aria-live="polite">
          {text(spokenFraction(ways.share, 2))} of the butter = {decimal(ways.salt, 1)} g ={' '}
          {decimal(ways.teaspoons, 1)} level tsp of {salts[draft.kind].name} ={' '}
          {decimal(ways.teaspoonsPerLitre * { metric: 1, us: 0.946353, imperial: 1.136523 }[say.system], 1)}{' '}
          tsp to the {say.system === 'metric' ? 'litre' : 'quart'} of cream; brine{' '}
          {text(spokenFraction(ways.brine, 0))}
          {ways.keeps ? ', strong enough to keep as salted.' : ', too weak to keep as salted.'}
        </Quiet>
      )}
      {ways?.gritty && (
        <p style={{ margin: 0, color: 'var(--caution)', fontWeight: 620 }}>
          △ This will grit: the water in the butter can only dissolve up to 26 % salt. Less salt, or finer
          salt worked in before the last water is pressed out.
        </p>
      )}
      {early && draft.way !== 'none' && (
        <p style={{ margin: 0, color: 'var(--caution)', fontWeight: 620 }}>△ {early}</p>
      )}
    </div>
  );
}
