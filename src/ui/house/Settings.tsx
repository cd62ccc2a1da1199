'use client';

import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import { useColorScheme } from '@mui/material/styles';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Farm } from '@/server/house/views';
import { useNotice } from '../frame/Notices';
import { useOutbox } from '../outbox/OutboxProvider';
import { Chips } from '../quantity/Chips';
import { Enamel } from '../theme/Enamel';
import styles from './House.module.css';

const zones = [...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')])];

/** Units, light, season, name and time zone: each is kept as it is chosen. */
export function Settings({ farm }: { farm: Farm }) {
  const outbox = useOutbox();
  const router = useRouter();
  const notice = useNotice();
  const { mode, setMode } = useColorScheme();
  const [name, setName] = useState(farm.name ?? '');
  const settle = async (change: Record<string, unknown>, says: string) => {
    const answer = await outbox.put('house.settle', change);
    if (answer.status === 'done') notice({ says });
    router.refresh();
  };
  return (
    <Enamel className={styles.settings} aria-label="Settings">
      <Chips
        legend="Units"
        chosen={farm.unitSystem}
        onChoose={(unitSystem) =>
          void settle({ unitSystem }, 'Units changed. What was written stays what it was.')
        }
        choices={[
          { key: 'metric', name: 'Litres and grams' },
          { key: 'us', name: 'Quarts and pounds', small: 'US' },
          { key: 'imperial', name: 'Pints and pounds', small: 'imperial' },
        ]}
      />
      <Chips
        legend="Light"
        chosen={mode ?? 'system'}
        onChoose={setMode}
        choices={[
          { key: 'system', name: 'As the device' },
          { key: 'light', name: 'Light' },
          { key: 'dark', name: 'Dark', small: 'before dawn' },
        ]}
      />
      <Chips
        legend="Fat of this season"
        chosen={farm.fatHardness < -0.5 ? 'soft' : farm.fatHardness > 0.5 ? 'hard' : 'mean'}
        onChoose={(key) =>
          void settle({ fatHardness: { soft: -2, mean: 0, hard: 2 }[key] }, 'The season’s fat is noted.')
        }
        choices={[
          { key: 'soft', name: 'Soft', small: 'summer grass' },
          { key: 'mean', name: 'In between' },
          { key: 'hard', name: 'Hard', small: 'winter hay' },
        ]}
      />
      <Chips
        legend="The week begins on"
        chosen={String(farm.weekBegins)}
        onChoose={(day) => void settle({ weekBegins: Number(day) }, 'Weeks begin on that day.')}
        choices={[
          { key: '1', name: 'Monday' },
          { key: '0', name: 'Sunday' },
          { key: '6', name: 'Saturday' },
        ]}
      />
      <div className={styles.name}>
        <TextField
          label="Name of the farm"
          value={name}
          onChange={(event) => setName(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 80 } }}
          fullWidth
        />
        <Button variant="outlined" onClick={() => void settle({ name }, 'The farm has its name.')}>
          Keep
        </Button>
      </div>
      <Autocomplete
        sx={{ maxWidth: 420 }}
        options={zones}
        value={farm.timeZone}
        disableClearable
        onChange={(_, timeZone) =>
          void settle({ timeZone }, 'Days and dates go by that time zone, on every page and label.')
        }
        renderInput={(params) => (
          <TextField
            {...params}
            label="Time zone of the farm"
            helperText="days begin and end by it, whatever a device says"
          />
        )}
      />
    </Enamel>
  );
}
