'use client';

import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useState } from 'react';
import type { BatchStory } from '@/core/churning/batchStory';
import { speedKeys } from '@/core/churning/batchWords';
import type { ToolKey } from '@/core/churning/tools';
import { tools } from '@/core/churning/tools';
import { whippedReason } from '@/core/jot/readMakeDay';
import type { Quantity } from '@/core/quantities/parseQuantity';
import { creamSaltGoes } from '@/core/salting/creamSalt';
import type { BatchView } from '@/server/churning/views';
import { useSay, useTeaspoonOfSalt } from '../../frame/FarmContext';
import { Chips } from '../../quantity/Chips';
import type { QuantityRules } from '../../quantity/understand';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Enamel, Quiet } from '../../theme/Enamel';
import { Field } from '../../quantity/Field';
import styles from './Foot.module.css';
import { amountRules, sizeRules, temperatureRules } from '../plan/creamRules';
import { speedWords } from '../eventWords';
import { ToolSelect } from '../ToolSelect';
import type { LiveBatch } from '../useBatch';

/** g/mL of cold water. */
const waterDensity = 1;

/** Several pairs of arms: a hand-over every so many seconds. */
export interface Turns {
  on: boolean;
  seconds: number;
}

interface FormProps {
  record: LiveBatch['record'];
  onDone: () => void;
}

/** One amount to write down: it is recorded once it can be read. */
function AmountForm({
  rules,
  enters,
  button,
  says,
  children,
  ...field
}: {
  label: string;
  hint: string;
  rules: QuantityRules;
  enters: (quantity: Quantity) => void;
  button: string;
  /** What an amount comes to, beside its echo. */
  says?: (quantity: Quantity) => string;
  children?: ReactNode;
}) {
  const [typed, setTyped] = useState('');
  const understood = understand(typed, rules);
  const quantity = understood && 'quantity' in understood ? understood.quantity : undefined;
  const enter = () => quantity && enters(quantity);
  return (
    <Enamel className={styles.form}>
      <QuantityField
        {...field}
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={rules.system}
        onEnter={enter}
        says={quantity && says?.(quantity)}
        autoFocus
      />
      <Button variant="contained" onClick={enter} disabled={!quantity}>
        {button}
      </Button>
      {children}
    </Enamel>
  );
}

export function TemperatureForm({ record, onDone }: FormProps) {
  const { system } = useSay();
  return (
    <AmountForm
      label="Temperature in the churn"
      hint={system === 'us' ? '60 F' : '15 C'}
      rules={temperatureRules(system)}
      button="Write it down"
      enters={({ value }) => {
        record({ kind: 'reading', temperature: value });
        onDone();
      }}
    />
  );
}

export function WaterForm({ record, onDone }: FormProps) {
  const { system } = useSay();
  return (
    <AmountForm
      label="Cold water added to loosen the cream"
      hint={system === 'metric' ? '60 ml' : '1/4 cup'}
      rules={{ ...amountRules(system, 'water'), bareUnit: system === 'metric' ? 'ml' : 'cups' }}
      button="It is in"
      enters={({ kind, value }) => {
        record({ kind: 'water', mass: kind === 'mass' ? value : value * waterDensity });
        onDone();
      }}
    >
      <Quiet>A splash at a time, drinking quality. It is taken off the buttermilk later.</Quiet>
    </AmountForm>
  );
}

export function CreamSaltForm({
  view,
  story,
  record,
  onDone,
}: FormProps & { view: BatchView; story: BatchStory }) {
  const say = useSay();
  const { facts } = view;
  const saltGrams = saltGramsOf(useTeaspoonOfSalt());
  const butter = facts.creamMass * facts.creamFat;
  return (
    <AmountForm
      label="Salt put into the cream"
      hint={say.system === 'metric' ? '10 g, or 2 tsp' : '2 tsp'}
      rules={{
        system: say.system,
        kinds: ['mass', 'volume'],
        bareUnit: 'g',
        check: ({ kind, value }) =>
          value <= 0 || saltGrams(kind, value) > mostSalt * facts.creamMass
            ? 'More than nothing, and less than a tenth of the cream.'
            : undefined,
      }}
      button="It is in"
      enters={({ kind, value }) => {
        record({ kind: 'salted', mass: saltGrams(kind, value) });
        onDone();
      }}
      says={({ kind, value }) => {
        const goes = creamSaltGoes(
          saltGrams(kind, value),
          { ...facts, addedWater: story.addedWater },
          butter,
          0,
        );
        return `about ${say.mass(goes.buttermilk)} of it leaves with the buttermilk, ${say.mass(goes.butter)} stays in the butter until it is washed`;
      }}
    >
      <Quiet>
        Salted buttermilk is for baking, not for animals or a culture. The butter is salted afterwards for
        what is missing.
      </Quiet>
    </AmountForm>
  );
}

/** More of the cream than this is no salt, as a share (engineering estimate). */
const mostSalt = 0.1;
const saltGramsOf =
  (teaspoonOfSalt: number) =>
  (kind: string, value: number): number =>
    kind === 'volume' ? (value / teaspoonMillilitres) * teaspoonOfSalt : value;
/** mL of a level teaspoon (handbook §6.11). */
const teaspoonMillilitres = 4.93;

export function ToolForm({ view, record, onDone }: FormProps & { view: BatchView }) {
  const say = useSay();
  const [tool, setTool] = useState<ToolKey>(view.facts.tool);
  const [typed, setTyped] = useState('');
  const understood = understand(typed, sizeRules(say.system));
  const enter = () => {
    if (understood && 'wrong' in understood) return;
    record({
      kind: 'tool',
      tool,
      capacity: understood ? understood.quantity.value : tools[tool].usualVolume,
    });
    onDone();
  };
  return (
    <Enamel className={styles.form}>
      <ToolSelect label="Now churned in" tool={tool} onTool={setTool} />
      <QuantityField
        label="What it holds"
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint={`assumed ${say.volume(tools[tool].usualVolume)}`}
        onEnter={enter}
      />
      <Button variant="contained" onClick={enter}>
        Moved over
      </Button>
    </Enamel>
  );
}

export function AbandonForm({ record, onDone }: FormProps) {
  const [reason, setReason] = useState('');
  return (
    <Enamel className={styles.form}>
      <Field
        label="Why is it given up"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 200 } }}
        fullWidth
      />
      <Button
        variant="outlined"
        onClick={() => {
          record({ kind: 'abandoned', reason: whippedReason });
          onDone();
        }}
      >
        Whipped is what I want: stop here
      </Button>
      <Button
        variant="contained"
        color="error"
        onClick={() => {
          record({ kind: 'abandoned', reason: reason.trim() });
          onDone();
        }}
      >
        Give this batch up
      </Button>
    </Enamel>
  );
}

/** Some of the load taken out, the next poured in, or begun beside it in another churn. */
export function LoadsForm({
  view,
  story,
  record,
  onDone,
  onLook,
}: FormProps & {
  view: BatchView;
  story: BatchStory;
  /** Looks at another of the loads that are churned side by side. */
  onLook: (load: number | undefined) => void;
}) {
  const waits = story.loads.some(({ phase }) => phase === 'waiting');
  const besides = besidesOf(view, story.tool);
  return (
    <Enamel className={styles.wide} aria-label="Split or merge">
      <div className={styles.row}>
        {(
          [
            ['Take out a quarter', 0.25],
            ['Take out a third', 1 / 3],
            ['Take out half', 0.5],
          ] as const
        ).map(([name, share]) => (
          <Button
            key={name}
            variant="outlined"
            onClick={() => {
              record({ kind: 'takenOut', share });
              onDone();
            }}
          >
            {name}
          </Button>
        ))}
        <Button
          variant="outlined"
          disabled={!waits}
          onClick={() => {
            record({ kind: 'merged' });
            onDone();
          }}
        >
          Pour the next load in too
        </Button>
      </div>
      {waits && (
        <div className={styles.row} role="group" aria-label="Churn the next load beside this one">
          {besides.map(({ name, ...churn }) => (
            <Button
              key={name}
              variant="outlined"
              onClick={() => {
                record({ kind: 'load', beside: true, ...churn });
                onLook(undefined);
                onDone();
              }}
            >
              Next load now, in {name}
            </Button>
          ))}
        </div>
      )}
      <Quiet>
        What is taken out waits in the cold and is churned as the last load, or beside this one in another
        churn.
      </Quiet>
    </Enamel>
  );
}

/** Where the next load could go while this one is churned: the farm’s other churns, or another of the same kind. */
function besidesOf(
  { churns, facts }: BatchView,
  tool: ToolKey,
): { name: string; tool: ToolKey; vesselId?: string; capacity: number }[] {
  const others = churns.filter(({ id }) => id !== facts.vesselId);
  return [
    ...others.map(({ id, name, tool: kind, capacity }) => ({
      name,
      tool: kind ?? tool,
      vesselId: id,
      capacity,
    })),
    { name: `another ${tools[tool].name.toLowerCase()}`, tool, capacity: facts.capacity },
  ];
}

/** How fast a mixer turns: the window follows it from then on. */
export function SpeedForm({ story, record, onDone }: FormProps & { story: BatchStory }) {
  const last = story.events.findLast(
    (event) => event.kind === 'speed' && story.loadOf[event.id] === story.load,
  );
  return (
    <Enamel className={styles.wide}>
      <Chips
        legend="It turns"
        chosen={last?.kind === 'speed' ? last.to : 'usual'}
        onChoose={(to) => {
          record({ kind: 'speed', to });
          onDone();
        }}
        choices={speedKeys.map((key) => ({ key, name: speedWords[key] }))}
      />
      <Quiet>
        Half as fast takes about twice as long and warms it less; once it has whipped, slow splashes less.
      </Quiet>
    </Enamel>
  );
}

export function TurnsForm({ turns, onTurns }: { turns: Turns; onTurns: (to: Partial<Turns>) => void }) {
  return (
    <Enamel className={styles.wide}>
      <Chips
        legend="A hand-over every"
        chosen={turns.on ? String(turns.seconds) : 'off'}
        onChoose={(key) => onTurns(key === 'off' ? { on: false } : { on: true, seconds: Number(key) })}
        choices={[
          { key: 'off', name: 'No turns' },
          ...[30, 60, 90, 120, 180].map((seconds) => ({ key: String(seconds), name: `${seconds} s` })),
        ]}
      />
      <Quiet>It rings at each, on this device.</Quiet>
    </Enamel>
  );
}
