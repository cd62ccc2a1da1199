'use client';

import { timesSaid } from '@/core/quantities/counted';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { Use } from '@/core/byProducts/uses';
import { cautionsOfUse } from '@/core/byProducts/uses';
import { CalculationError } from '@/core/calculationError';
import { clockText, spokenFraction, spokenMinutes, text, percent } from '@/core/quantities/formatQuantity';
import type { PailView } from '@/server/pail/views';
import { Door } from '../board/Door';
import { Said, Wall } from '../board/Wall';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { useDraft } from '../frame/useDraft';
import { useLater } from '../frame/useLater';
import { clockSeconds, useNow } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { LotBoard } from '../standing/LotBoard';
import { useLotsNow } from '../standing/useLotsNow';
import { Enamel, Quiet } from '../theme/Enamel';
import { DiscCount } from './DiscCount';
import styles from './Pail.module.css';
import type { RunDraft } from './separatorRunDraft';
import { flows, freshRun, milkOf, readRun, runInput, screws, usualMilk } from './separatorRunDraft';
import { skimUses } from './usual';
import { list } from '@/core/quantities/list';
import { densities } from '@/core/quantities/measuring';
import { byScrew, coldestMilk } from '@/core/separating/separatorRun';
import { putTogether } from './putTogether';
import { useChimeAt } from './useChime';
import { creamGoesTo, freeVessels, toUse, usualSkimUse } from './usual';

const screwWords: Record<(typeof screws)[number], string> = {
  '-2': '2 out, thinner',
  '-1': '1 out',
  '0': 'In the middle',
  '1': '1 in',
  '2': '2 in, richer',
};

/** What comes out of it is asked once it runs. */
const RunOutcome = laterPart(() => import('./RunOutcome').then((part) => part.RunOutcome));

/** What is learned of a separator takes some algebra, which is fetched apart. */
const theSeparating = () => import('@/core/separating/separatorExpect');

/** A run of the separator: milk warm enough, the machine put together in order, then the clock, then what came out. */
export function SeparatorRun({ view }: { view: PailView }) {
  const say = useSay();
  const now = useNow(1000);
  const { act, refused, busy } = useAct();
  const milk = useLotsNow(view.lots).filter(({ lot }) => lot.kind === 'milk');
  const [draft, change, forget] = useDraft<RunDraft>(`separator:${view.farm.id}`, () => freshRun);
  const [skimTo, setSkimTo] = useState<Use | 'keep'>(usualSkimUse(view.separations));
  const standing = new Set(milk.map(({ lot }) => lot.id));
  const usually = usualMilk(milk).map(({ lot }) => lot.id);
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
  const { mass, fat: milkFat } = milkOf(chosen);
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
  const separating = useLater(theSeparating, true);
  const expected = (() => {
    if (mass <= 0 || !separating) return undefined;
    try {
      return separating.separatorExpect({
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
  const cold = milkCelsius < coldestMilk;
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

  const parts = putTogether(machine?.equipment ?? {});
  const ready = parts.every(([key]) => draft.checked.includes(key));
  // Milk that is kept from people’s food has no skim for them either.
  const skimUse = skimTo === 'keep' || skimUses(blocked).includes(skimTo) ? skimTo : 'keep';
  const read = readRun(draft, { mass, fat: milkFat }, expected?.skimFat.mid, say.system);
  const { creamMass, creamFat } = read;

  async function done() {
    const input = runInput(
      draft,
      read,
      {
        chosen,
        vesselId: usual.vesselId,
        skimTo: skimUse,
        celsius: milkCelsius,
        elapsedSeconds: started === undefined ? undefined : elapsed,
        machine,
      },
      newId,
    );
    if (!input) return;
    const well = await act(
      'milk.separate',
      input,
      `${say.mass(creamMass!)} of cream, ${percent(creamFat!, 0)} fat, into ${usual.name}; the skim ${skimUse === 'keep' ? 'is kept' : toUse[skimUse]}. Chill the cream now.`,
    );
    if (well) {
      change({
        ...freshRun,
        screw: draft.screw,
        flow: draft.flow,
        startedSeconds: undefined,
        chosen: undefined,
      });
      forget();
    }
  }

  const past = byScrew(view.separations);

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
      <Wall boardFirst>
        <Said
          says={
            started !== undefined
              ? whole !== undefined && elapsed < whole * 60
                ? `Running ${clockText(elapsed)}; through in ${text(spokenMinutes(Math.max(0.1, whole - elapsed / 60)))}.`
                : `Running ${clockText(elapsed)}: the milk should be through.`
              : cold
                ? `${say.temperature(milkCelsius)} is too cold: warm the milk to ${say.temperatures(35, 40)} first.`
                : expected
                  ? `${say.volume(expected.creamMass / 1.0)} of cream in ${whole === undefined ? 'a while' : text(spokenMinutes(whole))}.`
                  : separating && mass > 0
                    ? 'At this screw the cream would be no richer than the milk: turn it in.'
                    : mass > 0
                      ? `${say.volume(mass / densities.warmMilk)} of milk for the separator.`
                      : 'Choose the milk to separate.'
          }
          why={
            cold && started === undefined
              ? 'Cold milk floods the bowl or leaves its fat in the skim: in the cold the fat is stiff and the milk thick.'
              : undefined
          }
          acts={
            started === undefined && (
              <Button
                variant={cold ? 'outlined' : 'contained'}
                size="large"
                disabled={chosen.length === 0}
                sx={{ minHeight: 76, fontSize: '1.35rem', px: 4 }}
                onClick={() => change({ startedSeconds: clockSeconds() })}
              >
                {cold
                  ? 'Run it cold all the same'
                  : ready
                    ? 'Milk is running'
                    : 'Milk is running, list not ticked'}
              </Button>
            )
          }
        />
        <LotBoard
          lots={started === undefined ? milk : chosen}
          label="Milk to separate"
          empty=""
          {...(started === undefined
            ? {
                chosen: new Set(chosenIds),
                onChoose: (id: string) =>
                  change({
                    chosen: chosenIds.includes(id)
                      ? chosenIds.filter((one) => one !== id)
                      : [...chosenIds, id],
                  }),
              }
            : {})}
        />
      </Wall>
      {started === undefined ? (
        <div className={styles.two}>
          <div className={styles.stack}>
            <QuantityField
              label="Milk in the bowl, how warm"
              typed={draft.milkTyped}
              onTyped={(milkTyped) => change({ milkTyped })}
              understood={temperature}
              system={say.system}
              hint={`${say.temperature(milkCelsius)} as it should stand now`}
            />
            <Door
              name="Screw and flow"
              value={`${screwWords[draft.screw].toLowerCase()}, ${flows[draft.flow].name.toLowerCase()}`}
            >
              <div className={styles.stack}>
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
                        ? `gave ${text(spokenFraction(before.creamFat, 0))}${before.skimFat === undefined ? '' : `, skim ${text(spokenFraction(before.skimFat, 2))}`}, ${timesSaid(before.times)}`
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
              </div>
            </Door>
            {expected && (
              <Door
                name="Expected"
                value={`cream of ${text(spokenFraction(expected.creamFat.low, 0))} to ${text(spokenFraction(expected.creamFat.high, 0))}`}
              >
                <Quiet className={styles.inDoor}>
                  Expected: cream of {text(spokenFraction(expected.creamFat.low, 0))} to{' '}
                  {text(spokenFraction(expected.creamFat.high, 0))}, {percent(expected.creamShare, 0)}
                  of the milk; skim of {text(spokenFraction(expected.skimFat.mid, 2))}, which keeps{' '}
                  {say.about(expected.butterLost)} of butter. {say.words(expected.reasons[0]?.says ?? '')}
                  {expected.minutes?.creamCanFull !== undefined &&
                    ` The cream can is full after ${text(spokenMinutes(expected.minutes.creamCanFull))}.`}
                  {expected.minutes?.skimBucketFull !== undefined &&
                    ` A ${say.volume(10_000)} skim bucket is full after ${text(spokenMinutes(expected.minutes.skimBucketFull))}.`}
                </Quiet>
              </Door>
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
            <DiscCount
              label="Discs counted in"
              value={draft.discsIn}
              onValue={(discsIn) => change({ discsIn })}
              hint={discs ? String(discs) : 'how many'}
            />
            <Cautions cautions={(expected?.cautions ?? []).filter(({ key }) => key === 'bowl')} />
          </Enamel>
        </div>
      ) : (
        <RunOutcome
          draft={draft}
          change={change}
          read={read}
          milk={{ mass, fat: milkFat, from: list(chosen.map(({ lot }) => lot.vessel?.name ?? lot.code)) }}
          expected={expected}
          started={started}
          discs={discs}
          into={usual}
          targets={targets}
          onInto={setInto}
          skimTo={skimUse}
          onSkimTo={setSkimTo}
          blocked={blocked}
          cautions={
            skimUse === 'keep'
              ? []
              : cautionsOfUse(skimUse, {
                  raw: chosen.some(({ lot }) => lot.treatment === 'raw'),
                  blocked,
                  asUsual: skimUse === usualSkimUse(view.separations),
                })
          }
          busy={busy}
          refused={refused?.message}
          onDone={() => void done()}
        />
      )}
    </div>
  );
}
