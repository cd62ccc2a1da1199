'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { judgeBatch } from '@/core/balancing/judgeBatch';
import type { BatchFacts, Correctable } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { correctionOf } from '@/core/churning/correctedFacts';
import { creamDensity } from '@/core/dairy/creamDensity';
import { fatMethods } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { weighed } from '@/core/quantities/measuring';
import type { BatchView } from '@/server/churning/views';
import { useSay } from '../frame/FarmContext';
import { useNotice } from '../frame/Notices';
import { clockSeconds } from '../frame/useNow';
import { QuantityField } from '../quantity/QuantityField';
import type { SaidWhen } from '../quantity/saidWhen';
import { justNow } from '../quantity/saidWhen';
import type { Understood } from '../quantity/understand';
import { understand } from '../quantity/understand';
import { WhenItWas } from '../quantity/WhenItWas';
import { Enamel, Quiet } from '../theme/Enamel';
import styles from './CorrectCream.module.css';
import { correctedWords } from './correctedWords';
import { AskKind } from './plan/CreamAsked';
import { amountRules, fatRules, sizeRules, temperatureRules } from './plan/creamRules';
import { ToolSelect } from './ToolSelect';
import type { LiveBatch } from './useBatch';

const valueOf = (understood: Understood): number | undefined =>
  understood && 'quantity' in understood ? understood.quantity.value : undefined;

/**
 * What was said of the cream and the churn at the start, put right: now or after the butter is packed. What was said stays
 * written beside it, and everything that was worked out from it follows.
 */
export function CorrectCream({
  view,
  story,
  record,
  onDone,
}: {
  view: BatchView;
  story: BatchStory;
  record: LiveBatch['record'];
  onDone?: () => void;
}) {
  const say = useSay();
  const notice = useNotice();
  const { facts } = view;
  const [amountTyped, setAmount] = useState('');
  const [fatTyped, setFat] = useState('');
  const [heatTyped, setHeat] = useState('');
  const [sizeTyped, setSize] = useState('');
  const [kind, setKind] = useState({
    ripened: facts.ripened,
    treatment: facts.treatment,
    homogenised: facts.homogenised,
  });
  const [tool, setTool] = useState(facts.tool);
  const [when, setWhen] = useState<SaidWhen>(justNow);
  const amount = understand(amountTyped, amountRules(say.system));
  const fat = understand(fatTyped, fatRules(say.system));
  const heat = understand(heatTyped, temperatureRules(say.system));
  const size = understand(sizeTyped, sizeRules(say.system));
  const wrong = [amount, fat, heat, size].some((one) => one && 'wrong' in one);
  const truth = truthOf(facts, {
    amount,
    amountTyped: amountTyped.trim(),
    fat: valueOf(fat),
    celsius: valueOf(heat),
    capacity: valueOf(size),
    tool,
    ...kind,
  });
  const change = wrong ? undefined : correctionOf(facts, truth);
  const started = view.events.find((event) => event.kind === 'started');
  const begun = when.chosen === 'typed' ? when.at : undefined;
  const effect = change && effectOf(facts, { ...facts, ...change.to } as BatchFacts, story);
  const words = change && correctedWords(change.to, change.was, say);

  function putRight() {
    const ids = record([
      ...(change ? [{ kind: 'corrected' as const, ...change }] : []),
      ...(begun !== undefined && started
        ? [{ kind: 'retimed' as const, eventId: started.id, toSeconds: begun }]
        : []),
    ]);
    notice({
      says: `Put right: ${[words, begun === undefined ? undefined : `begun ${say.when(begun, clockSeconds())}`].filter(Boolean).join('; ')}.`,
      undo: () => record(ids.map((eventId) => ({ kind: 'undone' as const, eventId }))),
    });
    setAmount('');
    setFat('');
    setHeat('');
    setSize('');
    setWhen(justNow);
    onDone?.();
  }

  return (
    <Enamel className={styles.card} aria-label="Put the start right">
      <div className={styles.pair}>
        <QuantityField
          label="Cream there was"
          typed={amountTyped}
          onTyped={setAmount}
          understood={amount}
          system={say.system}
          hint={`written down: ${say.volume(facts.creamVolume)}, ${say.mass(facts.creamMass)}`}
        />
        <QuantityField
          label="Its fat"
          typed={fatTyped}
          onTyped={setFat}
          understood={fat}
          system={say.system}
          hint={`written down: ${text(spokenFraction(facts.creamFat))}, ${fatMethods[facts.fatMethod].name}`}
        />
        <QuantityField
          label="How warm it was at the start"
          typed={heatTyped}
          onTyped={setHeat}
          understood={heat}
          system={say.system}
          hint={`written down: ${say.temperature(facts.temperature)}${facts.temperatureAssumed ? ', assumed' : ''}`}
        />
        <QuantityField
          label="What the churn holds"
          typed={sizeTyped}
          onTyped={setSize}
          understood={size}
          system={say.system}
          hint={`written down: ${say.volume(facts.capacity)}`}
        />
      </div>
      <AskKind draft={kind} change={(part) => setKind((now) => ({ ...now, ...part }))} />
      <ToolSelect label="Churned in" tool={tool} onTool={setTool} />
      {started && (
        <WhenItWas
          legend={`Begun ${say.when(started.atSeconds, view.nowSeconds)}`}
          when={when}
          onWhen={setWhen}
          offered="right"
          longestDays={400}
        />
      )}
      <Quiet role="status">
        {words ? `${words}.` : 'What was written down stays written, beside what was true.'}
        {effect && ` ${effect}`}
      </Quiet>
      <Button
        variant="outlined"
        size="large"
        sx={{ minHeight: 56, justifySelf: 'start', px: 4 }}
        disabled={(!change && begun === undefined) || wrong}
        onClick={putRight}
      >
        Put it right
      </Button>
    </Enamel>
  );
}

function truthOf(
  facts: BatchFacts,
  said: {
    amount: Understood;
    amountTyped: string;
    fat: number | undefined;
    celsius: number | undefined;
    capacity: number | undefined;
    tool: BatchFacts['tool'];
    ripened: boolean;
    treatment: BatchFacts['treatment'];
    homogenised: boolean;
  },
): Correctable {
  const creamFat = said.fat ?? facts.creamFat;
  const temperature = said.celsius ?? facts.temperature;
  const density = creamDensity(creamFat, temperature, facts.hardness);
  const much =
    said.amount && 'quantity' in said.amount
      ? { ...weighed(said.amount.quantity, density), typed: said.amountTyped }
      : undefined;
  return {
    ...(much
      ? {
          creamMass: much.mass,
          creamMassSd: much.massSd,
          creamVolume: much.mass / density,
          amountTyped: much.typed,
        }
      : {}),
    ...(said.fat === undefined
      ? {}
      : { creamFat: said.fat, creamFatSd: fatMethods.label.sd, fatMethod: 'label' as const }),
    ...(said.celsius === undefined ? {} : { temperature: said.celsius, temperatureAssumed: false }),
    ...(said.capacity === undefined ? {} : { capacity: said.capacity }),
    ...(said.tool === facts.tool ? {} : { tool: said.tool, vesselId: null }),
    ripened: said.ripened,
    treatment: said.treatment,
    homogenised: said.homogenised,
  };
}

/** What follows from it for butter that is packed, in words. */
function effectOf(was: BatchFacts, facts: BatchFacts, story: BatchStory): string | undefined {
  if (story.phase !== 'packed') return undefined;
  const [before, after] = [judgeBatch(was, story), judgeBatch(facts, story)];
  if (!before || !after) return undefined;
  const share = (of: number) => text(spokenFraction(Math.min(1, of), 0));
  const [from, to] = [share(before.churnEfficiency), share(after.churnEfficiency)];
  return from === to
    ? `Of its fat ${to} reached the butter, as before.`
    : `Of its fat ${to} reached the butter then, not ${from}.`;
}
