'use client';

import Button from '@mui/material/Button';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { nameOf } from './alarm';
import { useLotRecord } from './useLotRecord';
import type { LotNow } from './lotNow';

/** Says that a lot that is too warm now stands in ice water, where that helps and is not so already. */
export function IceWaterButton({ one, large = false }: { one: LotNow; large?: boolean }) {
  const { placed, refused } = useLotRecord(one.lot.id);
  if (!one.judged.urgent || one.judged.discard || one.story?.place === 'iceWater') return null;
  return (
    <>
      <Button
        variant={large ? 'text' : 'contained'}
        size="large"
        sx={large ? undefined : { alignSelf: 'flex-start', justifySelf: 'start' }}
        onClick={() => void placed('iceWater')}
      >
        {large ? `${nameOf(one)} stands in ice water` : 'It stands in ice water'}
      </Button>
      <RefusedSentence refused={refused} />
    </>
  );
}
