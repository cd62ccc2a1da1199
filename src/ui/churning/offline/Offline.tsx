'use client';

import { useQuery } from '@tanstack/react-query';
import Button from '@mui/material/Button';
import { useEffect, useMemo, useState } from 'react';
import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import type { BatchView, PlanView, RecordedEvent } from '@/server/churning/views';
import type { ShelfView, ShownLot } from '@/server/shelf/views';
import { tellBatch } from '@/core/churning/tellBatch';
import { Said, Wall } from '../../board/Wall';
import { useSay } from '../../frame/FarmContext';
import { Frame } from '../../frame/Frame';
import { reads } from '../../frame/serverReads';
import { clockSeconds } from '../../frame/useNow';
import type { KeptFrame, KeptShelf } from '../../frame/WithoutHouse';
import { kept, keptUnder } from '../../outbox/kept';
import { waitingCommands } from '../../outbox/deviceStore';
import type { QueuedCommand } from '../../outbox/queuedCommand';
import { list } from '@/core/quantities/list';
import { nextCapacity } from '@/core/planning/proposeChurning';
import { churnable, nextOnes } from '../../shelf/nextOnes';
import { PlanFromShelf } from '../../shelf/PlanFromShelf';
import { lotNow } from '../../standing/lotNow';
import { LotBoard } from '../../standing/LotBoard';
import { ChurnView } from '../live/ChurnView';
import { PlanChurning } from '../plan/PlanChurning';
import styles from './Offline.module.css';

interface Known {
  frame: KeptFrame;
  at: string;
  plan: PlanView | undefined;
  /** Cream on the Shelf that this device has not used since. */
  creams: ShownLot[];
  batches: BatchView[];
}

/** A page of the churn without the house: what this device kept, and what waits in its outbox. */
export function Offline() {
  const [known, setKnown] = useState<Known | 'nothing'>();
  useEffect(() => {
    void read().then((found) => setKnown(found ?? 'nothing'));
  }, []);
  if (known === undefined) return <p role="status">One moment…</p>;
  if (known === 'nothing')
    return (
      <main style={{ padding: 32, maxWidth: 620 }}>
        <h1>The house does not answer.</h1>
        <p>This device has not been here before: open Immulgo once while the house answers.</p>
      </main>
    );
  const { frame, at, plan, creams, batches } = known;
  const batchId = /^\/churn\/([\w-]{8,64})/.exec(at)?.[1];
  const batch = batches.find(({ id }) => id === batchId);
  return (
    <Frame
      farm={frame.farm}
      hasMilk={frame.hasMilk}
      nowSeconds={0}
      who={frame.who ?? { role: 'owner', shared: false }}
    >
      <Again at={at} />
      {batch ? (
        <ChurnView key={batch.id} view={batch} />
      ) : plan && /^\/churn(\/new)?(\?|$)/.test(at) ? (
        <Plan plan={plan} creams={creams} asked={at} />
      ) : (
        <Elsewhere plan={plan} batches={batches} />
      )}
    </Frame>
  );
}

/** The plan of a churning: of the cream that was asked for, or of any, with what stands on the Shelf offered first. */
function Plan({ plan, creams, asked }: { plan: PlanView; creams: ShownLot[]; asked: string }) {
  const say = useSay();
  const [now] = useState(clockSeconds);
  const [picked, setPicked] = useState<ReadonlySet<string>>();
  const [other, setOther] = useState(false);
  const view = useMemo(
    (): ShelfView => ({ ...plan, lots: creams, parked: [], wishes: [], nowSeconds: now }),
    [plan, creams, now],
  );
  const chosen = useMemo(() => {
    const ids = new Set(new URLSearchParams(asked.split('?')[1]).get('lots')?.split(','));
    return creams.filter(({ id }) => ids.has(id));
  }, [creams, asked]);
  if (chosen.length > 0) return <PlanFromShelf view={view} lots={chosen} />;
  const standing = creams.map((lot) => lotNow(lot, now));
  const proposed = new Set(nextOnes(standing, nextCapacity(plan)).chosen);
  const next = standing.filter(({ lot }) => proposed.has(lot.id));
  const taken = standing.filter(({ lot }) => (picked ?? proposed).has(lot.id));
  const planOfOther = <PlanChurning plan={plan} front={plan.last ? 'again' : 'tub'} />;
  if (next.length === 0 || !churnable(next)) return planOfOther;
  const toggled = (id: string) => {
    const ids = new Set(taken.map(({ lot }) => lot.id));
    if (!ids.delete(id)) ids.add(id);
    return ids;
  };
  return (
    <>
      <div className={styles.under}>
        <Wall boardFirst>
          <Said
            says={
              taken.length === 0
                ? 'Choose the cream to churn.'
                : `${list(taken.map(({ lot }) => lot.vessel?.name ?? lot.code))}: ${say.volume(taken.reduce((sum, { volume }) => sum + volume, 0))} of cream to churn.`
            }
            why="As it stood on the Shelf when the house last answered."
            acts={
              <>
                {taken.length > 0 && (
                  <Button
                    href={`/offline?at=${encodeURIComponent(`/churn/new?lots=${taken.map(({ lot }) => lot.id).join(',')}`)}`}
                    variant={other ? 'outlined' : 'contained'}
                    size="large"
                    sx={{ minHeight: 76, fontSize: '1.35rem', px: 5 }}
                  >
                    Churn {taken.length === 1 ? 'it' : `these ${taken.length}`}
                  </Button>
                )}
                {!other && (
                  <Button variant="outlined" size="large" onClick={() => setOther(true)}>
                    Other cream
                  </Button>
                )}
              </>
            }
          />
          <LotBoard
            lots={standing}
            label="Cream on the Shelf"
            chosen={new Set(taken.map(({ lot }) => lot.id))}
            onChoose={(id) => setPicked(toggled(id))}
          />
        </Wall>
      </div>
      {other && planOfOther}
    </>
  );
}

/** Says where we are, and goes back to the house as soon as it answers. */
function Again({ at }: { at: string }) {
  const { data: answers = false, isError } = useQuery(
    {
      queryKey: ['health'],
      queryFn: async ({ signal }) => (await fetch('/api/health', { cache: 'no-store', signal })).ok,
      refetchInterval: 4000,
    },
    reads,
  );
  return (
    <p role="status" style={{ margin: '0 0 16px', color: 'var(--quiet)' }}>
      {answers && !isError ? (
        <>
          The house answers again. <a href={at}>Go on there</a>
        </>
      ) : (
        'The house does not answer. What you mark is kept on this device and sent, once, when it is back.'
      )}
    </p>
  );
}

function Elsewhere({ plan, batches }: { plan: PlanView | undefined; batches: readonly BatchView[] }) {
  const going = batches.filter((batch) => !isOver(batch));
  return (
    <div className={styles.under}>
      <Wall>
        <Said
          says="Only the churn opens without the house."
          why="What stands elsewhere is in the house’s books, and there again as soon as it answers."
          acts={
            <>
              {going.slice(0, 3).map(({ id, number, facts }, i) => (
                <Button
                  key={id}
                  href={`/offline?at=/churn/${id}`}
                  variant={i === 0 ? 'contained' : 'outlined'}
                  size="large"
                  sx={{ minHeight: 76, fontSize: '1.25rem' }}
                >
                  {number > 0 ? `Batch ${number}` : 'The new batch'}, {facts.amountTyped}
                </Button>
              ))}
              {plan && (
                <Button
                  href="/offline?at=/churn/new"
                  variant={going.length === 0 ? 'contained' : 'outlined'}
                  size="large"
                  sx={{ minHeight: 76, fontSize: '1.25rem' }}
                >
                  Begin a churning
                </Button>
              )}
            </>
          }
        />
      </Wall>
    </div>
  );
}

/** Packed or given up, and so not to be gone on with. */
const isOver = ({ facts, events }: BatchView): boolean =>
  ['packed', 'abandoned'].includes(tellBatch(facts, events).phase);

async function read(): Promise<Known | undefined> {
  const frame = await kept<KeptFrame>('frame');
  if (!frame) return undefined;
  const plan = await kept<PlanView>('plan');
  const waiting = await waitingCommands();
  const shelf = await kept<KeptShelf>('shelf');
  const used = JSON.stringify(waiting.map(({ input }) => input));
  const begun = waiting
    .filter(({ name, farm }) => name === 'batch.begin' && farm === frame.farm.id)
    .map((command) => begunView(command, frame, plan))
    .toReversed();
  const batches = (await keptUnder<BatchView>('batch:'))
    .map(({ value }) => value)
    .filter(({ farm, id }) => farm.id === frame.farm.id && !begun.some((one) => one.id === id));
  const asked = new URLSearchParams(location.search).get('at') ?? location.pathname;
  return {
    frame,
    plan,
    creams:
      shelf?.farmId === frame.farm.id
        ? shelf.lots.filter(({ kind, id }) => kind === 'cream' && !used.includes(id))
        : [],
    batches: [...begun, ...batches],
    at: asked.startsWith('/') && !asked.startsWith('//') ? asked : '/',
  };
}

/** A batch begun on this device that the house has not heard of yet. */
function begunView({ input }: QueuedCommand, { farm }: KeptFrame, plan: PlanView | undefined): BatchView {
  const { batchId, creamLotId, startedEventId, startedAtSeconds, facts } = input as {
    batchId: string;
    creamLotId: string;
    startedEventId: string;
    startedAtSeconds: number;
    facts: BatchFacts;
  };
  const started: BatchEvent = { id: startedEventId, kind: 'started', atSeconds: startedAtSeconds };
  return {
    farm,
    nowSeconds: 0,
    id: batchId,
    number: 0,
    creamLotId,
    facts,
    pictures: [],
    maker: null,
    makers: [],
    events: [{ ...started, device: '', recordedAtSeconds: startedAtSeconds } as RecordedEvent],
    revision: -1,
    pace: plan?.paces[facts.tool],
    churns: plan?.vessels.filter(({ kind }) => kind === 'churn') ?? [],
    ways: plan?.ways ?? [],
    codes: {},
    judged: undefined,
    mixedBefore: [],
    moulds: plan?.vessels.filter(({ kind }) => kind === 'mould' || kind === 'tub') ?? [],
  };
}
