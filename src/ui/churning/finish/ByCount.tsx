import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { kitchenMeasures } from '@/core/quantities/units';
import type { BatchView } from '@/server/churning/views';
import { useSay } from '../../frame/FarmContext';
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
      <TextField
        label="How many"
        value={count}
        onChange={(event) => change({ count: event.target.value })}
        error={!weighed}
        helperText={weighed ? `= ${say.about(weighed.mass)}, give or take 8 %` : 'a number such as 2 or 1.5'}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <TextField
        select
        label="Of what"
        value={container}
        onChange={(event) => change({ container: event.target.value })}
      >
        <MenuItem value="cup">cups of {say.volume(kitchenMeasures[say.system].cup!)}</MenuItem>
        <MenuItem value="tub">tubs of {say.volume(250)}</MenuItem>
        {moulds.map((mould) => (
          <MenuItem key={mould.id} value={mould.id}>
            {mould.name}, {say.volume(mould.capacity)}
          </MenuItem>
        ))}
      </TextField>
    </div>
  );
}
