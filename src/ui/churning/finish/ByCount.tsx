import { kitchenMeasures } from '@/core/quantities/units';
import type { BatchView } from '@/server/churning/views';
import { useSay } from '../../frame/FarmContext';
import { Field } from '../../quantity/Field';
import { OneOf } from '../../quantity/OneOf';
import type { PortionDraft, ReadPortion } from './portionDraft';
import styles from './PortionPanel.module.css';

/** Butter without a scale: so many cups, tubs or moulds of it. */
export function ByCount({
  draft: { count, container },
  read: { weighed },
  change,
  moulds,
}: {
  draft: PortionDraft;
  read: ReadPortion;
  change: (to: Partial<PortionDraft>) => void;
  moulds: BatchView['moulds'];
}) {
  const say = useSay();
  return (
    <div className={styles.byCount}>
      <Field
        label="How many"
        value={count}
        onChange={(event) => change({ count: event.target.value })}
        error={!weighed}
        helperText={weighed ? `= ${say.about(weighed.mass)}, give or take 8 %` : 'a number such as 2 or 1.5'}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <OneOf
        label="Of what"
        chosen={container}
        onChoose={(to) => change({ container: to })}
        choices={[
          { key: 'cup', name: `cups of ${say.volume(kitchenMeasures[say.system].cup!)}` },
          { key: 'tub', name: `tubs of ${say.volume(250)}` },
          ...moulds.map(({ id, name, capacity }) => ({ key: id, name: `${name}, ${say.volume(capacity)}` })),
        ]}
      />
    </div>
  );
}
