'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { useEffect, useState } from 'react';
import { stageSigns } from '@/core/churning/stages';
import { comfort, rememberComfort } from '../../frame/comfort';
import { keysOffKey } from '../../frame/useKeys';
import { JotGrammar } from '../../jot/JotGrammar';
import styles from './KeySheet.module.css';

const keys: [string, string][] = [
  ['t w g b s', `${stageSigns.thickening.name}, whipped, grainy, break, stopped`],
  ['space', 'The big button'],
  ['n', 'Next load'],
  ['d', 'Drain; drained'],
  ['1 2 3 4', 'The wash ran milky, cloudy, hazy, clear'],
  ['5', 'Washed as last time'],
  ['e', 'Enough washing'],
  ['7', 'When it was drained, washed, packed'],
  ['z k', 'Put a portion by; pack'],
  ['f v', 'It is, or stood, in the fridge; in the room'],
  ['p', 'Pause, and go on'],
  ['r a', 'A reading; add water'],
  ['y', 'Do what is advised'],
  ['o m x', 'Other tool; split or merge; give up'],
  ['q', 'Slower or faster, of a mixer'],
  ['6', 'Salt in the cream'],
  ['i c', 'A note; put right what was said at the start'],
  ['h l', 'Turns; large type'],
  ['j /', 'Jot it down'],
  ['u', 'Undo the last mark'],
  ['?', 'This sheet'],
];

/** The single keys of make day, and the switch that turns them off. */
export function KeySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [off, setOff] = useState(false);
  useEffect(() => {
    // The setting lives on the device; it is read when the sheet opens.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    if (open) setOff(comfort(keysOffKey) === 'yes');
  }, [open]);
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys">
      <div className={styles.sheet}>
        <h2 id="keys">Single keys</h2>
        <dl>
          {keys.map(([key, says]) => (
            <div key={key}>
              <dt>
                {key.split(' ').map((one) => (
                  <kbd key={one}>{one}</kbd>
                ))}
              </dt>
              <dd>{says}</dd>
            </div>
          ))}
        </dl>
        <JotGrammar />
        <label>
          <input
            type="checkbox"
            checked={off}
            onChange={(event) => {
              setOff(event.target.checked);
              rememberComfort(keysOffKey, event.target.checked ? 'yes' : 'no');
            }}
          />{' '}
          Switch single keys off on this device
        </label>
        <Button variant="outlined" onClick={onClose}>
          Close
        </Button>
      </div>
    </Dialog>
  );
}
