'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { CalculationError } from '@/core/calculation';
import { creamDensity } from '@/core/dairy/creamDensity';
import { clockText, spokenFraction, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { separatorExpect } from '@/core/separating/separatorExpect';
import type { PailView, Use } from '@/server/pail/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useDraft } from '../frame/useDraft';
import { clockSeconds, useNow } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { QuantityField, understand } from '../quantity/QuantityField';
import { StandingShelf } from '../standing/StandingShelf';
import { useLotsNow } from '../standing/useStory';
import { Enamel, Quiet } from '../theme/Enamel';
import styles from './Pail.module.css';
import { list } from './SkimNow';
import { useChimeAt } from './useChime';
import { creamGoesTo, freeVessels, toUse, useNames, usualSkimUse } from './usual';

/** Coldest milk that is let into the bowl, °C: below, it floods or leaves its fat behind (handbook §5, §6.3). */
const coldest = 28;
const screws = ['-2', '-1', '0', '1', '2'] as const;
const screwWords: Record<(typeof screws)[number], string> = {
  '-2': '2 out, thinner',
  '-1': '1 out',
  '0': 'In the middle',
  '1': '1 in',
  '2': '2 in, richer',
};
const flows = {
  slow: { name: 'Slower', flow: 0.75 },
  rated: { name: 'As rated', flow: 1 },
  fast: { name: 'Faster', flow: 1.25 },
};
const usesOfSkim: readonly Use[] = ['pigs', 'hens', 'calves', 'drunk', 'yoghurt', 'curd', 'soap'];

interface RunDraft {
  milkTyped: string;
  screw: (typeof screws)[number];
  flow: keyof typeof flows;
  checked: string[];
  discsIn: string;
  discsOut: string;
  startedSeconds?: number | undefined;
  creamTyped: string;
  skimTyped: string;
  skimFatTyped: string;
  flushTyped: string;
  spilledTyped: string;
  chosen?: string[] | undefined;
}

/** A run of the separator: milk warm enough, the machine put together in order, then the clock, then what came out. */
export function SeparatorRun({ view }: { view: PailView }) {
  const say = useSay();
  const now = useNow(1000);
  const { act, refused, busy } = useAct();
  const milk = useLotsNow(view.lots).filter(({ lot }) => lot.kind === 'milk');
  const [draft, change, forget] = useDraft<RunDraft>(`separator:${view.farm.id}`, () => ({
    milkTyped: '',
    screw: '0',
    flow: 'rated',
    checked: [],
    discsIn: '',
    discsOut: '',
    creamTyped: '',
    skimTyped: '',
    skimFatTyped: '',
    flushTyped: '',
    spilledTyped: '',
  }));
  const [skimTo, setSkimTo] = useState<Use | 'keep'>(usualSkimUse(view.separations));
  const standing = new Set(milk.map(({ lot }) => lot.id));
  // Milk that is warm enough is what a separator runs on; with none, the oldest, to be warmed.
  const warm = milk.filter(({ celsius }) => celsius >= coldest);
  const usually = (warm.length > 0 ? warm : milk.slice(0, 1)).map(({ lot }) => lot.id);
  const chosenIds = (draft.chosen ?? usually).filter((id) => standing.has(id));
  const chosen = milk.filter(({ lot }) => chosenIds.includes(lot.id));
  const machine = view.vessels.find(({ kind }) => kind === 'separator');
  const motor = machine?.equipment.motor ?? false;
  const discs = machine?.equipment.discs;
  const temperature = understand(draft.milkTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < 0 || value > 60
        ? `Milk runs between ${say.temperature(0)} and ${say.temperature(60)}.`
        : undefined,
  });
  const milkCelsius =
    temperature && 'quantity' in temperature ? temperature.quantity.value : (chosen[0]?.celsius ?? 36);
  const mass = chosen.reduce((sum, { lot }) => sum + lot.mass, 0);
  const milkFat = mass > 0 ? chosen.reduce((sum, { lot }) => sum + lot.fat, 0) / mass : 0.04;
  const runs = useMemo(
    () =>
      view.separations
        .filter(({ way }) => way === 'separator')
        .map((run) => ({
          temperature: run.milkCelsius ?? 36,
          flow: run.flow ?? 1,
          screw: run.screw ?? 0,
          creamFat: run.creamFat,
          ...(run.skimFat === undefined ? {} : { skimFat: run.skimFat }),
        })),
    [view.separations],
  );
  const foreseenCream = Math.max(200, 0.15 * mass);
  const blocked = chosen.some(({ lot }) => lot.blockedReason !== null);
  const byItself = creamGoesTo(view, foreseenCream, blocked, true);
  const pooled = creamGoesTo(view, foreseenCream, blocked);
  const [into, setInto] = useState<string>();
  const targets: ReturnType<typeof creamGoesTo>[] = [
    byItself,
    pooled,
    ...freeVessels(view, 'cream').map(({ id, name }) => ({ vesselId: id, name })),
    { vesselId: null, name: 'a jar' },
  ].filter((one, i, all) => all.findIndex(({ vesselId }) => vesselId === one.vesselId) === i);
  const usual = targets.find(({ vesselId }) => (vesselId ?? 'none') === into) ?? byItself;
  const intoVessel = view.vessels.find(({ id }) => id === usual.vesselId);
  const expected = (() => {
    if (mass <= 0) return undefined;
    try {
      return separatorExpect({
        milkMass: mass,
        milkFat,
        temperature: milkCelsius,
        flow: flows[draft.flow].flow,
        screw: Number(draft.screw),
        drive: motor ? 'motor' : 'hand',
        runs,
        ratedPerHour: machine?.capacity ?? 60_000,
        creamCan: intoVessel?.capacity ?? 3000,
        skimBucket: 10_000,
      });
    } catch (error) {
      if (error instanceof CalculationError) return undefined;
      throw error;
    }
  })();
  const cold = milkCelsius < coldest;
  const whole = expected?.minutes?.whole;
  const firstFull = Math.min(
    expected?.minutes?.creamCanFull ?? Infinity,
    expected?.minutes?.skimBucketFull ?? Infinity,
  );
  const started = draft.startedSeconds;
  const elapsed = started === undefined ? 0 : Math.max(0, now - started);
  const soon = (minutes: number | undefined) =>
    started === undefined || minutes === undefined || !Number.isFinite(minutes)
      ? undefined
      : started + minutes * 60 - 20;
  useChimeAt(now, soon(firstFull), 'look');
  useChimeAt(now, soon(whole), 'done');

  const parts: [string, string][] = [
    [
      'discs',
      discs ? `${discs} discs in their order, by their numbers` : 'Discs in their order, by their numbers',
    ],
    ['seal', 'Seal ring whole and in its groove'],
    ['nut', 'Bowl nut tight, marks in line'],
    ['spouts', 'Cream spout over skim spout, each over its can'],
    ['warm', 'Bowl warmed with hot water'],
    ['lid', 'Lid on'],
    [
      'speed',
      motor
        ? 'At speed before the milk is let in'
        : 'At speed before the milk is let in: the handle’s own bell or count, turns of the handle are not turns of the bowl',
    ],
  ];
  const ready = parts.every(([key]) => draft.checked.includes(key));
  const amountRules = (what: string) => ({
    system: say.system,
    kinds: ['volume', 'mass'] as const,
    bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[say.system],
    check: ({ value }: { value: number }) => (value <= 0 ? `${what} above zero is needed.` : undefined),
  });
  const cream = understand(draft.creamTyped, amountRules('Cream'));
  const skim = understand(draft.skimTyped, amountRules('Skim'));
  const flush = understand(draft.flushTyped, amountRules('Water'));
  const spilled = understand(draft.spilledTyped, amountRules('An amount'));
  const skimFat = understand(draft.skimFatTyped, { system: say.system, kinds: ['fraction'], bareUnit: '%' });
  const grams = (read: typeof cream, fat: number) =>
    read && 'quantity' in read
      ? read.quantity.kind === 'mass'
        ? read.quantity.value
        : read.quantity.value * creamDensity(fat, 36)
      : undefined;
  const creamMass = grams(cream, 0.36);
  const skimMass = grams(skim, 0.001);
  const flushMass = grams(flush, 0) ?? 0;
  const spilledMass = grams(spilled, 0.04) ?? 0;
  // The balance says the cream’s fat when its amount is measured: all the fat, less what the skim keeps.
  const leftIn =
    skimFat && 'quantity' in skimFat ? skimFat.quantity.value : (expected?.skimFat.mid ?? 0.0015);
  const creamFat =
    creamMass === undefined
      ? undefined
      : (mass * milkFat - (mass + flushMass - creamMass) * leftIn) / creamMass;
  const share = creamMass === undefined ? undefined : creamMass / mass;
  const missing =
    creamMass !== undefined && skimMass !== undefined
      ? mass + flushMass - spilledMass - creamMass - skimMass
      : undefined;

  async function done() {
    if (creamMass === undefined || creamFat === undefined) return;
    const discsIn = Number(draft.discsIn) || undefined;
    const discsOut = Number(draft.discsOut) || undefined;
    const well = await act(
      'milk.separate',
      {
        way: 'separator',
        from: chosen.map(({ lot }) => ({ lotId: lot.id })),
        cuts: [
          {
            lotId: newId(),
            mass: creamMass,
            fat: creamFat,
            fatSd: 0.02,
            fatMethod: 'separator',
            vesselId: usual.vesselId,
          },
        ],
        skim: skimTo === 'keep' ? { to: 'lot', lotId: newId() } : { to: 'use', use: skimTo },
        celsius: milkCelsius,
        flushMass,
        spilledMass,
        details: {
          screw: Number(draft.screw),
          flow: flows[draft.flow].flow,
          milkCelsius,
          ...(started === undefined ? {} : { minutes: Math.round(elapsed / 6) / 10 }),
          ...(skimFat && 'quantity' in skimFat ? { skimFat: skimFat.quantity.value } : {}),
          ...(discsIn && discsOut ? { discsIn, discsOut } : {}),
          ...(machine ? { separatorId: machine.id } : {}),
        },
      },
      `${say.mass(creamMass)} of cream, ${Math.round(creamFat * 100)} % fat, into ${usual.name}; the skim ${skimTo === 'keep' ? 'is kept' : toUse[skimTo]}. Chill the cream now.`,
    );
    if (well) {
      forget();
      change({
        startedSeconds: undefined,
        checked: [],
        creamTyped: '',
        skimTyped: '',
        skimFatTyped: '',
        flushTyped: '',
        spilledTyped: '',
        discsIn: '',
        discsOut: '',
        milkTyped: '',
        chosen: undefined,
      });
      forget();
    }
  }

  const past = new Map<string, { creams: number[]; skims: number[] }>();
  for (const run of view.separations.filter(({ way }) => way === 'separator')) {
    const key = String(run.screw ?? 0);
    const at = past.get(key) ?? { creams: [], skims: [] };
    at.creams.push(run.creamFat);
    if (run.skimFat !== undefined) at.skims.push(run.skimFat);
    past.set(key, at);
  }
  const mean = (numbers: number[]) => numbers.reduce((a, b) => a + b, 0) / numbers.length;

  if (milk.length === 0)
    return (
      <div className={styles.pail}>
        <header className={styles.head}>
          <Quiet>
            <Link href="/pail">Pail</Link> / Separator
          </Quiet>
          <h1>No milk stands to be separated. Bring some in first.</h1>
        </header>
      </div>
    );
  return (
    <div className={styles.pail}>
      <header className={styles.head}>
        <Quiet>
          <Link href="/pail">Pail</Link> / Separator
        </Quiet>
        <h1>
          {started !== undefined
            ? whole !== undefined && elapsed < whole * 60
              ? `Running ${clockText(elapsed)}; through in ${text(spokenMinutes(Math.max(0.1, whole - elapsed / 60)))}.`
              : `Running ${clockText(elapsed)}: the milk should be through.`
            : cold
              ? `${say.temperature(milkCelsius)} is too cold: warm the milk to ${say.temperature(35)} to ${say.temperature(40)} first.`
              : expected
                ? `${say.volume(expected.creamMass / 1.0)} of cream in ${whole === undefined ? 'a while' : text(spokenMinutes(whole))}.`
                : 'At this screw the cream would be no richer than the milk: turn it in.'}
        </h1>
        {cold && started === undefined && (
          <Quiet>
            Cold milk floods the bowl or leaves its fat in the skim: in the cold the fat is stiff and the milk
            thick.
          </Quiet>
        )}
      </header>
      {started === undefined ? (
        <div className={styles.two}>
          <div className={styles.stack}>
            <StandingShelf
              lots={milk}
              label="Milk to separate"
              empty=""
              chosen={new Set(chosenIds)}
              onChoose={(id) =>
                change({
                  chosen: chosenIds.includes(id) ? chosenIds.filter((one) => one !== id) : [...chosenIds, id],
                })
              }
            />
            <QuantityField
              label="Milk in the bowl, how warm"
              typed={draft.milkTyped}
              onTyped={(milkTyped) => change({ milkTyped })}
              understood={temperature}
              system={say.system}
              hint={`${say.temperature(milkCelsius)} as it should stand now`}
            />
            <Chips
              legend="Cream screw"
              chosen={draft.screw}
              onChoose={(screw) => change({ screw })}
              choices={screws.map((key) => {
                const before = past.get(key);
                return {
                  key,
                  name: screwWords[key],
                  small: before
                    ? `gave ${text(spokenFraction(mean(before.creams), 0))}${before.skims.length ? `, skim ${text(spokenFraction(mean(before.skims), 2))}` : ''}, ${before.creams.length} times`
                    : undefined,
                };
              })}
            />
            <Chips
              legend="Flow"
              chosen={draft.flow}
              onChoose={(flow) => change({ flow })}
              choices={(Object.keys(flows) as (keyof typeof flows)[]).map((key) => ({
                key,
                name: flows[key].name,
              }))}
            />
            {expected && (
              <Quiet>
                Expected: cream of {text(spokenFraction(expected.creamFat.low, 0))} to{' '}
                {text(spokenFraction(expected.creamFat.high, 0))}, {Math.round(expected.creamShare * 100)} %
                of the milk; skim of {text(spokenFraction(expected.skimFat.mid, 2))}, which keeps{' '}
                {say.about(expected.butterLost)} of butter. {say.words(expected.reasons[0]?.says ?? '')}
                {expected.minutes?.creamCanFull !== undefined &&
                  ` The cream can is full after ${text(spokenMinutes(expected.minutes.creamCanFull))}.`}
                {expected.minutes?.skimBucketFull !== undefined &&
                  ` A ${say.volume(10_000)} skim bucket is full after ${text(spokenMinutes(expected.minutes.skimBucketFull))}.`}
              </Quiet>
            )}
          </div>
          <Enamel className={styles.stack} aria-label="Put together">
            <fieldset className={styles.group}>
              <legend>Put together, in this order</legend>
              {parts.map(([key, says]) => (
                <label key={key} className={styles.check}>
                  <input
                    type="checkbox"
                    checked={draft.checked.includes(key)}
                    onChange={(event) =>
                      change({
                        checked: event.target.checked
                          ? [...draft.checked, key]
                          : draft.checked.filter((one) => one !== key),
                      })
                    }
                  />
                  {says}
                </label>
              ))}
            </fieldset>
            <QuantityCount
              label="Discs counted in"
              value={draft.discsIn}
              onValue={(discsIn) => change({ discsIn })}
              hint={discs ? String(discs) : 'how many'}
            />
            <Cautions cautions={(expected?.cautions ?? []).filter(({ key }) => key === 'bowl' || cold)} />
            <Button
              variant="contained"
              size="large"
              disabled={cold || !expected || chosen.length === 0}
              sx={{ minHeight: 96, fontSize: '1.35rem' }}
              onClick={() => change({ startedSeconds: clockSeconds() })}
            >
              {ready ? 'Milk is running' : 'Milk is running, list not ticked'}
            </Button>
          </Enamel>
        </div>
      ) : (
        <div className={styles.two}>
          <Enamel className={styles.stack} aria-label="While it runs">
            <p className={styles.readout}>
              Cream should be {expected ? Math.round(expected.creamShare * 100) : 10} parts of a hundred
              {expected?.minutes?.creamCanFull !== undefined
                ? `; the cream can is full ${say.clock(started + expected.minutes.creamCanFull * 60)}`
                : ''}
              {expected?.minutes?.skimBucketFull !== undefined
                ? `; the skim bucket ${say.clock(started + expected.minutes.skimBucketFull * 60)}`
                : ''}
              .
            </p>
            <Quiet>
              A chime comes 20 s before a can is full and before the milk is through. Then run a bowlful of
              warm skim or water through, and let the bowl stop by itself.
            </Quiet>
            <Cautions cautions={(expected?.cautions ?? []).filter(({ key }) => key === 'bowl')} />
            <Button variant="text" onClick={() => change({ startedSeconds: undefined })}>
              It is not running after all
            </Button>
          </Enamel>
          <div className={styles.stack}>
            <QuantityField
              label="Cream out"
              typed={draft.creamTyped}
              onTyped={(creamTyped) => change({ creamTyped })}
              understood={cream}
              system={say.system}
              hint={expected ? `${say.volume(expected.creamMass)} expected` : 'weight or volume'}
            />
            {share !== undefined && creamFat !== undefined && expected && (
              <Quiet role="status">
                {Math.round(share * 100)} parts of a hundred ({Math.round(expected.creamShare * 100)} aimed
                at): cream of {text(spokenFraction(creamFat, 0))}.{' '}
                {creamFat < 0.25
                  ? 'Thin as milk: too cold, too fast, not at speed, or the screw out.'
                  : creamFat > 0.5
                    ? 'Very thick: the screw a turn out next time.'
                    : ''}
              </Quiet>
            )}
            <div className={styles.pair}>
              <QuantityField
                label="Skim out, if measured"
                typed={draft.skimTyped}
                onTyped={(skimTyped) => change({ skimTyped })}
                understood={skim}
                system={say.system}
                hint={expected ? `${say.volume(expected.skimMass / 1.03)} expected` : ''}
              />
              <QuantityField
                label="Flushed with water"
                typed={draft.flushTyped}
                onTyped={(flushTyped) => change({ flushTyped })}
                understood={flush}
                system={say.system}
                hint="none, or a bowlful"
              />
              <QuantityField
                label="Leaked or spilled"
                typed={draft.spilledTyped}
                onTyped={(spilledTyped) => change({ spilledTyped })}
                understood={spilled}
                system={say.system}
                hint="none"
              />
              <QuantityField
                label="Skim’s fat, if tested"
                typed={draft.skimFatTyped}
                onTyped={(skimFatTyped) => change({ skimFatTyped })}
                understood={skimFat}
                system={say.system}
                hint={text(spokenFraction(expected?.skimFat.mid ?? 0.0015, 2))}
              />
            </div>
            <QuantityCount
              label="Discs counted out"
              value={draft.discsOut}
              onValue={(discsOut) => change({ discsOut })}
              hint={draft.discsIn || (discs ? String(discs) : 'how many')}
            />
            {missing !== undefined && Math.abs(missing) > 0.05 * mass && (
              <p className={styles.refused} role="status">
                {say.about(Math.abs(missing))}{' '}
                {missing > 0 ? 'is missing between milk and what came out' : 'more came out than went in'}:
                measure again, or say what leaked.
              </p>
            )}
            <Chips
              legend="Cream into"
              chosen={usual.vesselId ?? 'none'}
              onChoose={setInto}
              choices={targets.map(({ vesselId, name, ontoCream }) => ({
                key: vesselId ?? 'none',
                name: vesselId === null ? 'A jar' : name,
                small: vesselId === null ? 'no name' : ontoCream ? 'onto its cream' : 'by itself',
              }))}
            />
            {usual.ontoCream && (
              <Quiet role="status">
                Chill it first: warm cream on cold warms the whole of {usual.name} for hours.
              </Quiet>
            )}
            <Chips
              legend="The skim"
              chosen={skimTo}
              onChoose={setSkimTo}
              choices={[
                ...usesOfSkim.map((use) => ({ key: use as Use | 'keep', name: useNames[use] })),
                { key: 'keep' as const, name: 'Keep it' },
              ]}
            />
            <Button
              variant="contained"
              size="large"
              disabled={busy || creamMass === undefined}
              sx={{ minHeight: 96, fontSize: '1.35rem' }}
              onClick={() => void done()}
            >
              Separated
            </Button>
            {refused && (
              <p className={styles.refused} role="alert">
                {refused.message}
              </p>
            )}
            <Quiet>
              {list(chosen.map(({ lot }) => lot.vessel?.name ?? lot.code))}: {say.mass(mass)} of milk,{' '}
              {text(spokenFraction(milkFat))} fat.
            </Quiet>
          </div>
        </div>
      )}
    </div>
  );
}

function QuantityCount({
  label,
  value,
  onValue,
  hint,
}: {
  label: string;
  value: string;
  onValue: (value: string) => void;
  hint: string;
}) {
  const wrong = value.trim() !== '' && !/^\d{1,3}$/.test(value.trim());
  return (
    <QuantityField
      label={label}
      typed={value}
      onTyped={onValue}
      understood={wrong ? { wrong: `“${value.trim()}”: a whole number is needed.` } : undefined}
      system="metric"
      hint={hint}
    />
  );
}
