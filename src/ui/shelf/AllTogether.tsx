'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { list } from '@/core/quantities/list';
import type { Place } from '@/core/standing/places';
import type { SaidLotEvent } from '@/core/standing/lotEvents';
import { usePlaces, useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import type { LotNow } from '../standing/lotNow';
import { Quiet } from '../theme/Enamel';

const cultures = {
  no: { name: 'Not soured', small: 'only moved' },
  bought: { name: 'Bought culture', small: '2 % of each', dose: 0.02 },
  sourCream: { name: 'Live sour cream', small: '3 % of each', dose: 0.03 },
  culturedButtermilk: { name: 'Cultured buttermilk', small: '5 % of each', dose: 0.05 },
  liveYoghurt: { name: 'Live yoghurt', small: '3 % of each, likes it warm', dose: 0.03 },
  natural: { name: 'By itself', small: 'raw cream only' },
} as const;

/** Several vessels chilled, warmed or set to sour as one. */
export function AllTogether({ ones }: { ones: readonly LotNow[] }) {
  const say = useSay();
  const places = usePlaces();
  const { act, refused, busy } = useAct();
  const [place, setPlace] = useState<Place>('fridge');
  const [culture, setCulture] = useState<keyof typeof cultures>('no');
  const names = list(ones.map(({ lot }) => lot.vessel?.name ?? lot.code));
  const heated = ones.some(({ lot }) => lot.treatment !== 'raw');
  const events = (): SaidLotEvent[] => {
    const atSeconds = clockSeconds();
    const placed = { id: newId(), atSeconds, kind: 'placed', place, celsius: places[place].celsius } as const;
    if (culture === 'no') return [placed];
    return [
      placed,
      {
        id: newId(),
        atSeconds: atSeconds + 0.001,
        kind: 'soured',
        route: culture === 'natural' ? 'natural' : culture === 'liveYoghurt' ? 'yoghurt' : 'mesophilic',
        generation: 0,
        ...(culture === 'natural' ? {} : { culture, dose: cultures[culture].dose }),
      },
    ];
  };
  return (
    <>
      <Chips
        legend={`All ${ones.length} into`}
        chosen={place}
        onChoose={setPlace}
        choices={(['fridge', 'coldWater', 'iceWater', 'cool', 'room'] as const).map((key) => ({
          key,
          name: places[key].name,
          small: say.temperature(places[key].celsius),
        }))}
      />
      <Chips
        legend="Soured with"
        chosen={culture}
        onChoose={setCulture}
        choices={(Object.keys(cultures) as (keyof typeof cultures)[])
          .filter((key) => key !== 'natural' || !heated)
          .map((key) => ({ key, name: cultures[key].name, small: cultures[key].small }))}
      />
      {culture !== 'no' && place !== 'room' && (
        <Quiet role="status">
          At {say.temperature(places[place].celsius)} it hardly sours: in the room it takes a day.
        </Quiet>
      )}
      <Button
        variant="outlined"
        disabled={busy}
        onClick={() =>
          void act(
            'lots.record',
            { each: ones.map(({ lot }) => ({ lotId: lot.id, events: events() })) },
            `${names} ${culture === 'no' ? 'put' : 'set to sour'}, ${places[place].inSentence}.`,
          )
        }
      >
        {culture === 'no' ? `Put all ${ones.length} there` : `Set all ${ones.length} to sour there`}
      </Button>
      <RefusedSentence refused={refused} />
    </>
  );
}
