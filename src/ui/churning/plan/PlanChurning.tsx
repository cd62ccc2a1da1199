'use client';

import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { foresee } from '@/core/churning/foresee';
import { creamInChurn } from '@/core/churning/creamInChurn';
import { churningCautions } from '@/core/keeping/cautions';
import { fatMethods, usualCreams } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { tools, toolKeys } from '@/core/churning/tools';
import type { PlanView } from '@/server/churning/views';
import { Cautions } from '../../caution/Caution';
import { useSay } from '../../frame/FarmContext';
import { useDraft } from '../../frame/useDraft';
import { clockSeconds } from '../../frame/useNow';
import { takenOffShelf } from '../../frame/WithoutHouse';
import { newId } from '../../outbox/newId';
import { keep } from '../../outbox/kept';
import type { Answer } from '../../outbox/queuedCommand';
import { useOutbox } from '../../outbox/OutboxProvider';
import { BreedSelect } from '../../quantity/BreedSelect';
import { Chips } from '../../quantity/Chips';
import { echo, QuantityField } from '../../quantity/QuantityField';
import { Enamel, Quiet } from '../../theme/Enamel';
import { Foresight } from './Foresight';
import type { CreamInFront, PlanDraft } from './planDraft';
import type { CreamFromShelf } from './planDraft';
import { draftByWay, draftFromShelf, freshDraft, readPlan, usualTemperatures } from './planDraft';
import styles from './PlanChurning.module.css';

/** Resolves once the house was asked and did not answer; never, while it does. */
const silence = (outbox: { reachable: boolean }): Promise<undefined> =>
  new Promise((resolve) => {
    let looks = 0;
    const timer = setInterval(() => {
      looks += 1;
      if (outbox.reachable && looks < 300) return;
      clearInterval(timer);
      if (!outbox.reachable) resolve(undefined);
    }, 200);
  });

/** A page that is not there by then is asked for once more, ms. */
const opensWithin = 15_000;

/** What cream is in front of them, and at once what it will do: the screen before a churning. */
export function PlanChurning({
  plan,
  front,
  from,
}: {
  plan: PlanView;
  front: CreamInFront;
  /** Cream from the Shelf: what it is, is known. */
  from?: CreamFromShelf;
}) {
  const router = useRouter();
  const outbox = useOutbox();
  const say = useSay();
  const [draft, change, forget] = useDraft<PlanDraft & { begun?: string }>(
    `plan:${plan.farm.id}:${from ? from.lots.map(({ lotId }) => lotId).join() : (front ?? 'new')}`,
    () => (from ? draftFromShelf(plan, from) : freshDraft(plan, front)),
  );
  const { begun } = draft;
  const [more, setMore] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [knowing, setKnowing] = useState(false);
  const despite = from?.despite;

  const read = useMemo(() => {
    const told = readPlan(draft, plan);
    const known = despite === undefined ? {} : { despite };
    return from && told.facts ? { ...told, facts: { ...told.facts, ...from.facts, ...known } } : told;
  }, [draft, plan, from, despite]);
  const later = useDeferredValue(read);
  const foreseen = useMemo(
    () => later.facts && foresee(creamInChurn(later.facts), plan.paces[later.facts.tool]),
    [later, plan.paces],
  );

  // Opened once: asking for the page again before it is there would begin its way anew, each time.
  const opened = useRef(-opensWithin);
  const open = useCallback(
    (batchId: string) => {
      if (performance.now() - opened.current < opensWithin) return;
      opened.current = performance.now();
      forget();
      router.push(`/churn/${batchId}`);
    },
    [forget, router],
  );

  async function start() {
    if (!read.facts || begun || (despite !== undefined && !knowing)) return;
    setRefused(undefined);
    const batchId = newId();
    change({ begun: batchId });
    const answered = outbox.put('batch.begin', {
      batchId,
      creamLotId: newId(),
      startedEventId: newId(),
      startedAtSeconds: clockSeconds(),
      facts: read.facts,
      ...(from ? { fromLots: from.lots } : {}),
    });
    if (from) await takenOffShelf(from.lots.map(({ lotId }) => lotId));
    const answer = await Promise.race([answered, silence(outbox)]);
    if (answer === undefined && navigator.serviceWorker?.controller) {
      // No house in sight: the batch begins on this device, and is sent when there is one.
      forget();
      // eslint-disable-next-line @next/next/no-location-assign-relative-destination -- another root layout, and no house to route
      window.location.assign(`/offline?at=/churn/${batchId}`);
      return;
    }
    settle(answer ?? (await answered), batchId);
  }
  function settle(answer: Answer, batchId: string) {
    if (answer.status === 'refused') {
      setRefused(answer.message);
      change({ begun: undefined });
    } else open(batchId);
  }
  useEffect(() => {
    void keep('plan', plan);
  }, [plan]);
  useEffect(() => {
    // Pressed before a reload: the start waits in the outbox or has arrived since. It is never pressed a second time.
    if (!begun) return;
    const look = async () => {
      const waits = outbox
        .waiting()
        .some(({ command }) => (command.input as { batchId?: string }).batchId === begun);
      if (waits) return;
      const { status } = await fetch(`/api/batches/${begun}`, { cache: 'no-store' });
      if (status === 200) open(begun);
      else if (status === 404) change({ begun: undefined });
    };
    const timer = setInterval(() => void look().catch(() => undefined), 1500);
    return () => clearInterval(timer);
  }, [begun, outbox, open, change]);

  const own = plan.vessels.filter((vessel) => vessel.kind === 'churn');
  const chosenTool = tools[read.tool];
  const cautions = churningCautions({ tool: read.tool, treatment: from?.facts.treatment ?? draft.treatment });
  const dangers = cautions.filter(({ level }) => level === 'danger');
  const system = say.system;
  return (
    <div className={styles.plan}>
      <div className={styles.form}>
        {plan.ways.length > 0 && (
          <Chips
            legend="Your ways of working"
            chosen={draft.way ?? 'last'}
            onChoose={(key) =>
              change(
                key === 'last'
                  ? {
                      ...(from ? draftFromShelf(plan, from) : freshDraft(plan, front)),
                      amount: draft.amount,
                      way: undefined,
                    }
                  : draftByWay(plan, key, from !== undefined),
              )
            }
            choices={[
              { key: 'last', name: plan.last ? 'As last time' : 'As I say' },
              ...plan.ways.map(({ id, name, way }) => ({
                key: id,
                name,
                small: `${tools[way.tool].name}, ${say.temperature(way.temperature)}`,
              })),
            ]}
          />
        )}
        {from ? (
          <>
            <h1>{from.says}</h1>
            <Quiet>{from.small}</Quiet>
          </>
        ) : (
          <h1>What cream is it?</h1>
        )}
        {!from && (
          <>
            <QuantityField
              label="How much cream"
              typed={draft.amount}
              onTyped={(amount) => change({ amount })}
              understood={read.amount}
              system={system}
              hint={
                {
                  metric: '1.4 L, 900 g, “just over 1 L”',
                  us: '1 1/2 qt, 3 lb, “just over a pint”',
                  imperial: '2 pints, 3 lb, 1.4 L',
                }[system]
              }
              autoFocus
              says={
                read.facts && read.amount && 'quantity' in read.amount
                  ? `= ${echo(read.amount.quantity, system)}, ${say.mass(read.facts.creamMass)} by its density`
                  : undefined
              }
            />
            <Chips
              legend="How rich"
              chosen={draft.cream}
              onChoose={(cream) => {
                const usual = usualCreams.find((one) => one.key === cream);
                change({
                  cream,
                  ...(usual ? { treatment: usual.method === 'label' ? 'pasteurised' : 'raw' } : {}),
                });
              }}
              choices={[
                ...(plan.fatFromBatches
                  ? [
                      {
                        key: 'batches',
                        name: 'As my batches',
                        small: `${text(spokenFraction(plan.fatFromBatches.fat, 0))}, ± ${(plan.fatFromBatches.sd * 100).toFixed(0)}`,
                      },
                    ]
                  : []),
                ...usualCreams.map(({ key, name, fat, method }) => ({
                  key: key as string,
                  name,
                  small: `${text(spokenFraction(fat))}, ± ${(fatMethods[method].sd * 100).toFixed(0)}`,
                })),
                { key: 'other', name: 'Another', small: 'tested, label, breed' },
              ]}
            />
            {draft.cream === 'other' && (
              <div className={styles.inset}>
                <Chips
                  legend="How it is known"
                  chosen={draft.fatMethod}
                  onChoose={(fatMethod) => change({ fatMethod })}
                  choices={(['test', 'label', 'breed'] as const).map((key) => ({
                    key,
                    name: fatMethods[key].name,
                    small: `± ${(fatMethods[key].sd * 100).toFixed(1).replace('.0', '')} points`,
                  }))}
                />
                {draft.fatMethod === 'breed' ? (
                  <BreedSelect label="Breed" breed={draft.breed} onBreed={(breed) => change({ breed })} />
                ) : (
                  <QuantityField
                    label="Fat of the cream"
                    typed={draft.fatTyped}
                    onTyped={(fatTyped) => change({ fatTyped })}
                    understood={read.fat}
                    system={system}
                    hint="38 %"
                  />
                )}
              </div>
            )}
          </>
        )}
        <Chips
          legend="How cold"
          chosen={draft.cold}
          onChoose={(cold) => change({ cold })}
          choices={[
            { key: 'fridge', name: 'From the fridge', small: say.temperature(usualTemperatures.fridge) },
            { key: 'cool', name: 'Cool', small: say.temperature(usualTemperatures.cool) },
            { key: 'room', name: 'Room', small: say.temperature(usualTemperatures.room) },
            { key: 'measured', name: 'Measured', small: 'with a thermometer' },
          ]}
        />
        {draft.cold === 'measured' && (
          <QuantityField
            label="Temperature of the cream"
            typed={draft.temperatureTyped}
            onTyped={(temperatureTyped) => change({ temperatureTyped })}
            understood={read.temperature}
            system={system}
            hint={system === 'us' ? '57 F' : '14 C'}
          />
        )}
        <Chips
          legend="What it is churned in"
          chosen={draft.churn}
          onChoose={(churn) => (churn === 'more' ? setMore(true) : change({ churn, sizeTyped: '' }))}
          choices={[
            ...own.map((vessel) => ({
              key: `vessel:${vessel.id}`,
              name: vessel.name,
              small: `mine, ${say.volume(vessel.capacity)}`,
            })),
            ...(more || own.length === 0 || draft.churn.startsWith('tool:')
              ? toolKeys.map((key) => ({ key: `tool:${key}`, name: tools[key].name, small: undefined }))
              : [{ key: 'more', name: 'Something else', small: `${toolKeys.length} kinds` }]),
          ]}
        />
        {draft.churn.startsWith('tool:') && (
          <QuantityField
            label="What it holds, to the brim"
            typed={draft.sizeTyped}
            onTyped={(sizeTyped) => change({ sizeTyped })}
            understood={read.size}
            system={system}
            hint={`assumed ${say.volume(chosenTool.usualVolume)}, a usual one`}
          />
        )}
        {!from && (
          <div className={styles.pair}>
            <Chips
              legend="Sweet or ripened"
              chosen={draft.ripened ? 'ripened' : 'sweet'}
              onChoose={(key) => change({ ripened: key === 'ripened' })}
              choices={[
                { key: 'sweet', name: 'Sweet' },
                { key: 'ripened', name: 'Ripened', small: 'thick and tart' },
              ]}
            />
            <Chips
              legend="Raw or heated"
              chosen={draft.homogenised ? 'longlife' : draft.treatment}
              onChoose={(key) =>
                change({ homogenised: key === 'longlife', treatment: key === 'raw' ? 'raw' : 'pasteurised' })
              }
              choices={[
                { key: 'pasteurised', name: 'Pasteurised' },
                { key: 'raw', name: 'Raw' },
                { key: 'longlife', name: 'Long-life', small: 'or homogenised' },
              ]}
            />
          </div>
        )}
      </div>
      <Enamel className={styles.ahead} aria-label="What to expect">
        <Foresight
          facts={later.facts}
          foreseen={foreseen}
          loads={later.loads}
          drawing={chosenTool.drawing}
          needs={read.needs}
          act={
            <>
              {refused && (
                <p role="alert" className={styles.refused}>
                  {refused}
                </p>
              )}
              <div className={styles.start}>
                {despite !== undefined && (
                  <>
                    <Cautions
                      cautions={[
                        {
                          key: 'despite',
                          level: 'danger',
                          says: `This cream should be thrown out, not churned: ${despite}. Nothing makes its butter safe; its pages and labels will say so.`,
                        },
                      ]}
                    />
                    <label style={{ display: 'flex', gap: 12, alignItems: 'center', minHeight: 56 }}>
                      <input
                        type="checkbox"
                        checked={knowing}
                        onChange={(event) => setKnowing(event.target.checked)}
                      />
                      I know, and churn it all the same
                    </label>
                  </>
                )}
                {despite === undefined && <Cautions cautions={dangers} />}
                <Button
                  variant={despite === undefined ? 'contained' : 'outlined'}
                  size="large"
                  fullWidth
                  disabled={!read.facts || begun !== undefined || (despite !== undefined && !knowing)}
                  onClick={() => void start()}
                  sx={{ minHeight: { xs: 76, md: 96 }, fontSize: '1.5rem' }}
                >
                  {begun ? 'Writing it down…' : 'Start churning'}
                </Button>
                {begun && (
                  <Quiet role="status">
                    Your start is kept on this device with its time, and opens as soon as the house answers.
                  </Quiet>
                )}
              </div>
              {despite !== undefined && <Cautions cautions={dangers} />}
              <Cautions cautions={cautions.filter(({ level }) => level === 'caution')} />
            </>
          }
          toolName={own.find((vessel) => `vessel:${vessel.id}` === draft.churn)?.name ?? chosenTool.name}
        />
      </Enamel>
    </div>
  );
}
