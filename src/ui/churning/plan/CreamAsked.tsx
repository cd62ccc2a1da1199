'use client';

import { fatMethods, usualCreams } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { inPoints, points } from '@/core/quantities/points';
import { tools, toolKeys } from '@/core/churning/tools';
import type { PlanView } from '@/server/churning/views';
import { useFarm, useSay } from '../../frame/FarmContext';
import { useLater } from '../../frame/useLater';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import type { PlanDraft, ReadPlan } from './planDraft';
import { coldsOf } from './planDraft';
import styles from './PlanChurning.module.css';

interface Asked {
  plan: PlanView;
  draft: PlanDraft;
  read: ReadPlan;
  change: (part: Partial<PlanDraft>) => void;
}

const theBreeds = () => import('../../quantity/BreedSelect');

/** How rich the cream is. */
export function AskRich({ plan, draft, read, change }: Asked) {
  const { system } = useSay();
  const breeds = useLater(theBreeds, draft.fatMethod === 'breed');
  return (
    <>
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
                  small: `${text(spokenFraction(plan.fatFromBatches.fat, 0))}, ± ${points(plan.fatFromBatches.sd)}`,
                },
              ]
            : []),
          ...usualCreams.map(({ key, name, fat, method }) => ({
            key: key as string,
            name,
            small: `${text(spokenFraction(fat))}, ± ${points(fatMethods[method].sd)}`,
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
              small: `± ${inPoints(fatMethods[key].sd)}`,
            }))}
          />
          {draft.fatMethod === 'breed' ? (
            breeds && (
              <breeds.BreedSelect label="Breed" breed={draft.breed} onBreed={(breed) => change({ breed })} />
            )
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
  );
}

/** Sweet or ripened, raw or heated. */
export const AskKind = ({
  draft,
  change,
}: {
  draft: Pick<PlanDraft, 'ripened' | 'treatment' | 'homogenised'>;
  change: (part: Partial<Pick<PlanDraft, 'ripened' | 'treatment' | 'homogenised'>>) => void;
}) => (
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
);

/** How cold it is. */
export function AskCold({ draft, read, change }: Omit<Asked, 'plan'>) {
  const say = useSay();
  const colds = coldsOf(useFarm());
  return (
    <>
      <Chips
        legend="How cold"
        chosen={draft.cold}
        onChoose={(cold) => change({ cold })}
        choices={[
          { key: 'fridge', name: 'From the fridge', small: say.temperature(colds.fridge) },
          { key: 'cool', name: 'Cool', small: say.temperature(colds.cool) },
          { key: 'room', name: 'Room', small: say.temperature(colds.room) },
          ...(draft.aim === undefined
            ? []
            : [
                {
                  key: 'aimed' as const,
                  name: 'As advised',
                  small: `bring it to ${say.temperature(draft.aim)}`,
                },
              ]),
          { key: 'measured', name: 'Measured', small: 'with a thermometer' },
        ]}
      />
      {draft.cold === 'measured' && (
        <QuantityField
          label="Temperature of the cream"
          typed={draft.temperatureTyped}
          onTyped={(temperatureTyped) => change({ temperatureTyped })}
          understood={read.temperature}
          system={say.system}
          hint={say.system === 'us' ? '57 F' : '14 C'}
        />
      )}
    </>
  );
}

/** What it is churned in: the farm’s own churns first. */
export function AskChurn({
  plan,
  draft,
  read,
  change,
  more,
  onMore,
}: Asked & { more: boolean; onMore: () => void }) {
  const say = useSay();
  const own = plan.vessels.filter((vessel) => vessel.kind === 'churn');
  return (
    <>
      <Chips
        legend="What it is churned in"
        chosen={draft.churn}
        onChoose={(churn) => (churn === 'more' ? onMore() : change({ churn, sizeTyped: '' }))}
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
          system={say.system}
          hint={`assumed ${say.volume(tools[read.tool].usualVolume)}, a usual one`}
        />
      )}
    </>
  );
}
