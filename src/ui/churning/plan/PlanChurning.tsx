'use client';

import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import type { BatchFacts } from '@/core/churning/batchEvents';
import { foresee } from '@/core/churning/foresee';
import { creamInChurn } from '@/core/churning/creamInChurn';
import { churningCautions } from '@/core/keeping/cautions';
import { spokenFraction, text, percent } from '@/core/quantities/formatQuantity';
import { tooLittle } from '@/core/churning/tooLittle';
import { fillLimit, tools } from '@/core/churning/tools';
import type { PlanView } from '@/server/churning/views';
import type { CreamOffered } from '@/server/shelf/views';
import { Beside } from '../../board/Beside';
import { Rail } from '../../board/Board';
import { Door, Doors } from '../../board/Door';
import { Cautions } from '../../caution/Caution';
import { AskPlan } from '../../asking/AskPlan';
import { useSay } from '../../frame/FarmContext';
import { laterPart } from '../../frame/laterPart';
import { useDraft } from '../../frame/useDraft';
import { clockSeconds } from '../../frame/useNow';
import { takenOffShelf } from '../../frame/WithoutHouse';
import { newId } from '../../outbox/newId';
import { keep } from '../../outbox/kept';
import type { Answer } from '../../outbox/queuedCommand';
import { useOutbox } from '../../outbox/OutboxProvider';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import type { SaidWhen } from '../../quantity/saidWhen';
import { justNow, momentOf } from '../../quantity/saidWhen';
import { echo, understand } from '../../quantity/understand';
import { Quiet } from '../../theme/Enamel';
import { CreamDrawing } from '../../vessel/CreamDrawing';
import { WhyDrawer } from '../../why/Why';
import { afterwardsWords } from '../words';
import { foreseenWords } from './foreseenWords';
import type { CreamInFront, PlanDraft, ReadPlan } from './planDraft';
import type { CreamFromShelf } from './planDraft';
import {
  afterwards,
  creamByWay,
  draftByWay,
  draftFromShelf,
  freshDraft,
  readPlan,
  someOf,
} from './planDraft';
import { amountRules } from './creamRules';
import { OnShelf } from './OnShelf';
import { useAcross } from './useAcross';
import styles from './PlanChurning.module.css';
import { wholeGrams } from '@/core/quantities/whole';
import { Headline } from '../../theme/Headline';

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

const Afterwards = laterPart(() => import('./Afterwards').then((part) => part.Afterwards));
const LoadsAsked = laterPart(() => import('./LoadsAsked').then((part) => part.LoadsAsked), null);
const AskChurn = laterPart(() => import('./CreamAsked').then((part) => part.AskChurn));
const AskCold = laterPart(() => import('./CreamAsked').then((part) => part.AskCold));
const AskKind = laterPart(() => import('./CreamAsked').then((part) => part.AskKind));
const AskRich = laterPart(() => import('./CreamAsked').then((part) => part.AskRich));
const WhenItWas = laterPart(() => import('../../quantity/WhenItWas').then((part) => part.WhenItWas));
const WhyForeseen = laterPart(() => import('./WhyForeseen').then((part) => part.WhyForeseen));
// Charts come when there is something to chart: what is asked is there before.
const TemperatureChart = dynamic(() => import('./TemperatureChart').then((it) => it.TemperatureChart), {
  ssr: false,
  loading: () => <div className={styles.chartToCome} />,
});

/** g of fat in a mL of a half full churn of rich cream: the board’s rail is full at that. */
const richHalf = 0.2;

/** A page that is not there by then is asked for once more, ms. */
const opensWithin = 15_000;

/** What cream is in front of them, and at once what it will do: the screen before a churning. */
export function PlanChurning({
  plan,
  front,
  from,
  like,
  shelf,
  aim,
}: {
  plan: PlanView;
  /** Cream that stands on the Shelf, where none was chosen. */
  shelf?: { next?: CreamOffered; others: readonly CreamOffered[] } | undefined;
  front: CreamInFront;
  /** Cream from the Shelf: what it is, is known. */
  from?: CreamFromShelf;
  /** °C that was taken up to bring the cream to. */
  aim?: number | undefined;
  /** The batch it is to be like, when that is not the last. */
  like?: string | undefined;
}) {
  const router = useRouter();
  const outbox = useOutbox();
  const say = useSay();
  const [kept, change, forget] = useDraft<PlanDraft & { begun?: string }>(
    `plan:${plan.farm.id}:${from ? from.lots.map(({ lotId }) => lotId).join() : (like ?? front ?? 'new')}${aim ?? ''}`,
    () => ({
      ...(from ? draftFromShelf(plan, from) : freshDraft(plan, front)),
      ...(aim === undefined ? {} : { cold: 'aimed' as const, aim }),
    }),
  );
  // Cream of the Shelf goes on warming while the plan is thought over: how warm it is follows it, until somebody says it.
  const [firstCold] = useState(kept.temperatureTyped);
  const draft = useMemo(
    () =>
      from && kept.temperatureTyped === firstCold
        ? { ...kept, temperatureTyped: draftFromShelf(plan, from).temperatureTyped }
        : kept,
    [plan, from, kept, firstCold],
  );
  const { begun } = draft;
  const asItWas = useMemo(() => freshDraft(plan, front), [plan, front]);
  const [more, setMore] = useState(false);
  // A temperature looked at holds for the cream it was looked at for.
  const [looked, setLooked] = useState<{ from: number; celsius: number }>();
  const [refused, setRefused] = useState<string>();
  const [knowing, setKnowing] = useState(false);
  // Held by the page, never by the draft: what was typed yesterday is not when this began.
  const [when, setWhen] = useState<SaidWhen>(justNow);
  const startedAt = when.chosen === 'typed' ? when.at : undefined;
  const untold = momentOf(when, 0) === undefined;
  const despite = from?.despite;

  const read = useMemo(() => {
    const some = from && someOf(from, draft.some ?? '', plan.farm.unitSystem);
    const told = readPlan(some ? { ...draft, amount: `${wholeGrams(some.facts.creamMass)}` } : draft, plan);
    if (some?.wrong) return { ...told, facts: undefined, needs: some.wrong };
    const known = despite === undefined ? {} : { despite };
    return some && told.facts ? { ...told, facts: { ...told.facts, ...some.facts, ...known } } : told;
  }, [draft, plan, from, despite]);
  // How warm cream is today is not how warm it was last time: it is asked, unless the Shelf knows it and it can be churned so.
  const [asksCold] = useState(!from || read.celsius === undefined);
  const [asksRich] = useState(!from && plan.last !== undefined && read.knownFat === undefined);
  const ofWay = creamByWay(plan, draft, from !== undefined);
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
    if (!read.facts || begun || untold || (despite !== undefined && !knowing)) return;
    setRefused(undefined);
    const batchId = newId();
    const taken = from && someOf(from, draft.some ?? '', plan.farm.unitSystem);
    change({ begun: batchId });
    const answered = outbox.put('batch.begin', {
      batchId,
      creamLotId: newId(),
      startedEventId: newId(),
      startedAtSeconds: startedAt ?? clockSeconds(),
      facts: read.facts,
      ...(taken ? { fromLots: taken.lots } : {}),
    });
    if (taken)
      await takenOffShelf(taken.lots.flatMap(({ lotId, mass }) => (mass === undefined ? [lotId] : [])));
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
      setRefused(say.words(answer.message));
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

  const own = plan.vessels.find((vessel) => `vessel:${vessel.id}` === draft.churn);
  const toolName = own?.name ?? tools[read.tool].name;
  const cautions = churningCautions({ tool: read.tool, treatment: from?.facts.treatment ?? draft.treatment });
  const dangers = cautions.filter(({ level }) => level === 'danger');
  const { facts, loads } = later;
  const words = foreseen && facts ? foreseenWords(foreseen, facts, say) : undefined;
  // Cream that will not break as it stands is brought to where it would; where it would nowhere, tempering is no help.
  const temperFirst =
    from !== undefined &&
    despite === undefined &&
    foreseen !== undefined &&
    foreseen.outcome !== 'breaks' &&
    (foreseen.outcome === 'oils' || foreseen.better.breakMinutes !== undefined);
  // Cream that is there goes before cream that has to be told.
  const stands =
    !from &&
    draft.amount === '' &&
    shelf !== undefined &&
    (shelf.next !== undefined || shelf.others.length > 0);
  const fill = loads?.fillEach ?? 0;
  const inVessel = own?.name ?? tools[read.tool].inSentence;
  const little =
    facts && tooLittle(facts.tool, facts.creamVolume / facts.loads, facts.capacity, own?.diameter);
  const here = facts?.temperature ?? 14;
  const across = useAcross(facts, facts && plan.paces[facts.tool]);
  // Nothing is known of how they work: all that matters is asked at once, and nothing stands behind a door.
  const asksAll = !from && !plan.last;
  const asked = { plan, draft, read, change };
  const afterwardsNow = afterwards(
    draft.after,
    plan.ways.find(({ id }) => id === draft.way)?.way ?? plan.last,
    plan.farm,
  );
  return (
    <Beside
      label="The churn to be filled"
      drawing={
        <CreamDrawing
          shape={tools[read.tool].drawing}
          fill={fill}
          fat={facts?.creamFat ?? 0.36}
          stage="fluid"
          limit={fillLimit}
          label={facts ? `${toolName}, ${percent(fill, 0)} full` : `${toolName}, empty`}
        />
      }
      rail={
        facts && (
          <Rail fat={(facts.creamMass * facts.creamFat) / facts.loads} scale={facts.capacity * richHalf} />
        )
      }
      below={
        <p className={styles.standing}>
          <strong>{toolName}</strong>
          <span>
            {facts ? `${percent(fill, 0)} full${facts.loads > 1 ? ', each load' : ''}` : 'still empty'}
          </span>
        </p>
      }
    >
      <div className={styles.plan}>
        <section className={styles.said} aria-label="What to expect" aria-live="polite">
          <Headline>
            {words ? words.says : stands ? 'Which cream is it?' : (read.needs ?? 'One moment…')}
          </Headline>
          {words ? <p>{words.why}</p> : from && <p>{from.says}</p>}
        </section>
        {loads && later.capacity !== undefined && (loads.loads > 1 || draft.loads !== undefined) && (
          <LoadsAsked
            loads={loads}
            volume={loads.volumeEach * loads.loads}
            capacity={later.capacity}
            chosen={draft.loads}
            jars={from?.lots.length ?? 1}
            churn={toolName}
            onLoads={(to) => change({ loads: to })}
          />
        )}
        {stands && <OnShelf {...shelf} aim={aim} />}
        {refused && (
          <p role="alert" className={styles.refused}>
            {refused}
          </p>
        )}
        {despite !== undefined && (
          <div className={styles.despite}>
            <Cautions
              cautions={[
                {
                  key: 'despite',
                  level: 'danger',
                  says: `This cream should be thrown out, not churned: ${despite}. Nothing makes its butter safe; its pages and labels will say so.`,
                },
              ]}
            />
            <label>
              <input
                type="checkbox"
                checked={knowing}
                onChange={(event) => setKnowing(event.target.checked)}
              />
              I know, and churn it all the same
            </label>
          </div>
        )}
        {despite === undefined && <Cautions cautions={dangers} />}
        {little && (
          <Quiet role="status">
            Little for {inVessel}:{' '}
            {little.depth === undefined
              ? `${little.part} takes hold of about ${say.volume(little.wants)} and more.`
              : `it stands ${say.length(little.depth)} deep, and ${little.part} takes hold from about ${say.volume(little.wants)} on.`}{' '}
            In something smaller it comes sooner; it can be churned all the same.
          </Quiet>
        )}
        <div className={styles.start}>
          {temperFirst && from && (
            <Button
              component={Link}
              href={`/shelf/${from.lots[0]!.lotId}`}
              variant="contained"
              size="large"
              sx={{ minHeight: 76, fontSize: '1.5rem', px: 6 }}
            >
              Temper it first
            </Button>
          )}
          <Button
            variant={despite === undefined && !temperFirst && !stands ? 'contained' : 'outlined'}
            size="large"
            disabled={!read.facts || begun !== undefined || untold || (despite !== undefined && !knowing)}
            onClick={() => void start()}
            sx={{ minHeight: 76, fontSize: '1.5rem', px: 6 }}
          >
            {begun
              ? 'Writing it down…'
              : startedAt === undefined
                ? 'Start churning'
                : `It began ${say.when(startedAt, clockSeconds())}`}
          </Button>
          {begun && (
            <Quiet role="status">
              Your start is kept on this device with its time, and opens as soon as the house answers.
            </Quiet>
          )}
        </div>
        {despite !== undefined && <Cautions cautions={dangers} />}
        {facts && foreseen && <AskPlan facts={facts} pace={plan.paces[facts.tool]} />}
        {!from && (
          <QuantityField
            label="How much cream"
            typed={draft.amount}
            onTyped={(amount) => change({ amount })}
            understood={read.amount}
            system={say.system}
            hint={
              {
                metric: '1.4 L, 900 g, “just over 1 L”',
                us: '1 1/2 qt, 3 lb, “just over a pint”',
                imperial: '2 pints, 3 lb, 2 pints 5 oz',
              }[say.system]
            }
            autoFocus
            says={
              read.facts && read.amount && 'quantity' in read.amount
                ? `= ${echo(read.amount.quantity, say.system)}, ${read.amount.quantity.kind === 'mass' ? say.volume(read.facts.creamVolume) : say.mass(read.facts.creamMass)} by its density`
                : undefined
            }
          />
        )}
        {asksRich && <AskRich {...asked} />}
        {asksAll && (
          <>
            <AskRich {...asked} />
            <AskCold {...asked} />
            <AskChurn {...asked} more={more} onMore={() => setMore(true)} />
          </>
        )}
        {across && facts && foreseen && (
          <TemperatureChart
            across={across}
            now={here}
            foreseen={foreseen}
            looked={looked?.from === here ? looked.celsius : here}
            onLook={(celsius) => setLooked({ from: here, celsius })}
          />
        )}
        <Doors>
          {from ? (
            <Door
              name="Cream"
              value={
                facts && (draft.some ?? '') !== ''
                  ? `${say.volume(facts.creamVolume)} of it`
                  : from.says.replace(/\.$/, '')
              }
              group="plan"
            >
              <div className={styles.inside}>
                <Quiet>{from.small}</Quiet>
                <QuantityField
                  label="Only some of it"
                  typed={draft.some ?? ''}
                  onTyped={(some) => change({ some })}
                  understood={understand(draft.some ?? '', amountRules(say.system))}
                  system={say.system}
                  hint={`all ${say.volume(from.facts.creamVolume)} of it`}
                />
                <Link href="/shelf">Choose other cream on the Shelf</Link>
              </div>
            </Door>
          ) : (
            <Door
              name={asksAll ? 'Kind' : 'Cream'}
              value={[
                ...(asksAll
                  ? []
                  : [read.knownFat ? `${text(spokenFraction(read.knownFat.fat))} fat` : 'how rich?']),
                draft.ripened ? 'ripened' : 'sweet',
                draft.homogenised ? 'long-life' : draft.treatment,
              ].join(', ')}
              group="plan"
            >
              <div className={styles.inside}>
                {!asksAll && !asksRich && <AskRich {...asked} />}
                <AskKind {...asked} />
              </div>
            </Door>
          )}
          {!asksAll && (
            <>
              <Door name="How cold" value={coldWords(draft, read, say)} open={asksCold} group="plan">
                <div className={styles.inside}>
                  <AskCold {...asked} />
                </div>
              </Door>
              <Door
                name="Churned in"
                value={[
                  toolName,
                  read.capacity === undefined ? 'what does it hold?' : say.volume(read.capacity),
                  ...(loads ? [loads.loads === 1 ? 'one load' : `${loads.loads} loads`] : []),
                  ...(plan.last && draft.churn === asItWas.churn ? ['as last time'] : []),
                ].join(', ')}
                group="plan"
              >
                <div className={styles.inside}>
                  <AskChurn {...asked} more={more} onMore={() => setMore(true)} />
                </div>
              </Door>
            </>
          )}
          <Door
            name="Afterwards"
            value={[
              ...afterwardsWords({ ...afterwardsNow, ...piecesOf(facts) }, say),
              ...(plan.last && draft.after === undefined && draft.way === undefined ? ['as last time'] : []),
            ].join(' · ')}
            group="plan"
          >
            <div className={styles.inside}>
              <Afterwards facts={afterwardsNow} draft={draft} change={change} />
            </div>
          </Door>
          <Door
            name="When it began"
            value={startedAt === undefined ? 'when I press Start' : say.when(startedAt, clockSeconds())}
            group="plan"
          >
            <div className={styles.inside}>
              <WhenItWas
                legend="Churning began"
                when={when}
                onWhen={setWhen}
                offered="told"
                longestDays={14}
              />
              <Quiet>
                One that is over already is told the same way: then its marks on its page, each with its time,
                such as “broke at 8:20”.
              </Quiet>
            </div>
          </Door>
          {plan.ways.length > 0 && (
            <Door
              name="Way of working"
              value={
                plan.ways.find(({ id }) => id === draft.way)?.name ??
                (plan.last ? 'as last time' : 'as I say')
              }
              group="plan"
            >
              <div className={styles.inside}>
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
                            after: undefined,
                          }
                        : { ...draftByWay(plan, key, from !== undefined), after: undefined },
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
                {ofWay && (
                  <>
                    <Quiet>
                      It was kept with {ofWay.ripened ? 'ripened' : 'sweet'} cream at{' '}
                      {say.temperature(ofWay.celsius)}; what today’s is stays as you said it.
                    </Quiet>
                    <Button variant="outlined" onClick={() => change(ofWay.so)}>
                      {from
                        ? `It is at ${say.temperature(ofWay.celsius)} today too`
                        : `It is ${ofWay.ripened ? 'ripened' : 'sweet'}, at ${say.temperature(ofWay.celsius)}, today too`}
                    </Button>
                  </>
                )}
              </div>
            </Door>
          )}
        </Doors>
        <Cautions cautions={cautions.filter(({ level }) => level === 'caution')} />
        {foreseen && facts && (
          <WhyDrawer
            title="Butter and break time"
            section="6.7"
            opener={<span className={styles.why}>How sure this is, and what to look for</span>}
          >
            <WhyForeseen foreseen={foreseen} facts={facts} />
          </WhyDrawer>
        )}
      </div>
    </Beside>
  );
}

const piecesOf = (facts: BatchFacts | undefined): Pick<BatchFacts, 'usualPieces'> =>
  facts?.usualPieces ? { usualPieces: facts.usualPieces } : {};

/** How cold it is, and how that is known. */
function coldWords(draft: PlanDraft, read: ReadPlan, say: ReturnType<typeof useSay>): string {
  if (read.celsius === undefined) return 'how cold is it?';
  const where = {
    fridge: ', from the fridge',
    cool: ', cool',
    room: ', as the room',
    measured: '',
    aimed: ', as advised',
  };
  return `${say.temperature(read.celsius)}${where[draft.cold]}`;
}
