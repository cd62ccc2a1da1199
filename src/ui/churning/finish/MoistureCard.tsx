'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { CalculationError } from '@/core/calculationError';
import { moistureTest } from '@/core/balancing/moistureTest';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { Cautions } from '../../caution/Caution';
import { useSay } from '../../frame/FarmContext';
import type { Understood } from '../../quantity/understand';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Quiet } from '../../theme/Enamel';
import type { LiveBatch } from '../useBatch';

const hotFat = [
  {
    key: 'hot-fat',
    level: 'danger' as const,
    says: 'Hot fat burns and can flame: never leave the pan, and no water on it.',
  },
];

/** A moisture test by three weighings of a pan: what it says at once, and how to do it. */
export function MoistureCard({ record }: { record: LiveBatch['record'] }) {
  const say = useSay();
  const [typed, setTyped] = useState({ tare: '', before: '', after: '' });
  const rules = {
    system: say.system,
    kinds: ['mass'] as const,
    bareUnit: 'g',
    check: ({ value }: { value: number }) => (value <= 0 ? 'A weight above zero.' : undefined),
  };
  const read = {
    tare: understand(typed.tare, rules),
    before: understand(typed.before, rules),
    after: understand(typed.after, rules),
  };
  const grams = (one: Understood) => (one && 'quantity' in one ? one.quantity.value : undefined);
  const [tare, before, after] = [grams(read.tare), grams(read.before), grams(read.after)];
  let found: { moisture: number } | { wrong: string } | undefined;
  if (tare !== undefined && before !== undefined && after !== undefined) {
    try {
      found = moistureTest({ tare, before, after });
    } catch (error) {
      if (!(error instanceof CalculationError)) throw error;
      found = { wrong: error.message.replace(/^\w+: /, '') };
    }
  }
  const fields = [
    ['tare', 'The pan, empty', 'to a tenth of a gram'],
    ['before', 'Pan and butter', 'about 10 g of butter'],
    ['after', 'After the crackling stops', 'cool, solids just brown'],
  ] as const;
  return (
    <div style={{ display: 'grid', gap: 12 }}>
      <Cautions cautions={hotFat} />
      <Quiet>
        Weigh a pan, melt about 10 g of the butter in it over low heat until the crackling stops and the
        solids just brown, let it cool, weigh again.
      </Quiet>
      <div style={{ display: 'grid', gap: 12, gridTemplateColumns: 'repeat(auto-fit, minmax(180px, 1fr))' }}>
        {fields.map(([key, label, hint]) => (
          <QuantityField
            key={key}
            label={label}
            typed={typed[key]}
            onTyped={(to) => setTyped((all) => ({ ...all, [key]: to }))}
            understood={read[key]}
            system={say.system}
            hint={hint}
          />
        ))}
      </div>
      {found && (
        <p role="status" style={{ margin: 0, fontSize: '1.2rem', fontWeight: 620 }}>
          {'wrong' in found ? found.wrong : `${text(spokenFraction(found.moisture))} water.`}
        </p>
      )}
      <Button
        variant="outlined"
        sx={{ justifySelf: 'start', minHeight: 56 }}
        disabled={!found || 'wrong' in found}
        onClick={() => {
          record({ kind: 'moisture', tare: tare!, before: before!, after: after! });
          setTyped({ tare: '', before: '', after: '' });
        }}
        data-act="moisture"
      >
        Write the test down
      </Button>
    </div>
  );
}
