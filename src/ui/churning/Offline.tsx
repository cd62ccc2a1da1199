'use client';

import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import type { BatchView, PlanView, RecordedEvent } from '@/server/churning/views';
import { Frame } from '../frame/Frame';
import type { KeptFrame } from '../frame/WithoutHouse';
import { kept, keptUnder } from '../outbox/kept';
import { waitingCommands } from '../outbox/outbox';
import type { QueuedCommand } from '../outbox/outbox';
import { ChurnView } from './ChurnView';
import { PlanChurning } from './PlanChurning';

interface Known {
  frame: KeptFrame;
  at: string;
  plan: PlanView | undefined;
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
  const { frame, at, plan, batches } = known;
  const batchId = /^\/churn\/([\w-]{8,64})/.exec(at)?.[1];
  const batch = batches.find(({ id }) => id === batchId);
  return (
    <Frame farm={frame.farm} hasMilk={frame.hasMilk} nowSeconds={0}>
      <Again at={at} />
      {batch ? (
        <ChurnView key={batch.id} view={batch} />
      ) : plan && /^\/churn(\/new)?(\?|$)/.test(at) ? (
        <PlanChurning plan={plan} front={plan.last ? 'again' : 'tub'} />
      ) : (
        <Elsewhere plan={plan} batches={batches} />
      )}
    </Frame>
  );
}

/** Says where we are, and goes back to the house as soon as it answers. */
function Again({ at }: { at: string }) {
  const [answers, setAnswers] = useState(false);
  useEffect(() => {
    const ask = () =>
      fetch('/api/health', { cache: 'no-store' }).then(
        ({ ok }) => setAnswers(ok),
        () => setAnswers(false),
      );
    void ask();
    const timer = setInterval(() => void ask(), 4000);
    return () => clearInterval(timer);
  }, []);
  return (
    <p role="status" style={{ margin: '0 0 16px', color: 'var(--quiet)' }}>
      {answers ? (
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
  return (
    <div style={{ display: 'grid', gap: 16, maxWidth: 640 }}>
      <h1>Only the churn opens without the house.</h1>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 12 }}>
        {batches.slice(0, 3).map(({ id, number, facts }) => (
          <Button
            key={id}
            href={`/offline?at=/churn/${id}`}
            variant="contained"
            size="large"
            sx={{ minHeight: 84 }}
          >
            {number > 0 ? `Batch ${number}` : 'The new batch'}, {facts.amountTyped}
          </Button>
        ))}
        {plan && (
          <Button href="/offline?at=/churn/new" variant="outlined" size="large" sx={{ minHeight: 84 }}>
            Begin a churning
          </Button>
        )}
      </div>
    </div>
  );
}

async function read(): Promise<Known | undefined> {
  const frame = await kept<KeptFrame>('frame');
  if (!frame) return undefined;
  const plan = await kept<PlanView>('plan');
  const waiting = await waitingCommands();
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
    events: [{ ...started, device: '', recordedAtSeconds: startedAtSeconds } as RecordedEvent],
    revision: -1,
    pace: plan?.paces[facts.tool],
    churns: plan?.vessels.filter(({ kind }) => kind === 'churn') ?? [],
    ways: plan?.ways ?? [],
    moulds: plan?.vessels.filter(({ kind }) => kind === 'mould' || kind === 'tub') ?? [],
  };
}
