'use client';

import Link from 'next/link';
import { create } from 'qrcode';
import { useMemo, useState } from 'react';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { Press } from '../theme/Press';
import styles from './People.module.css';

/** A code on the screen, to be typed or to be pointed a phone’s camera at. It is gone once it was used, or is too old. */
export function ByCode({
  code,
  until,
  name,
  addresses,
  onShut,
}: {
  code: string;
  until: string;
  name: string;
  addresses: readonly string[];
  onShut: () => void;
}) {
  const say = useSay();
  const now = useNow(5000);
  const [at, setAt] = useState(0);
  const address = addresses[at];
  const drawn = useMemo(() => (address === undefined ? undefined : drawQr(`${address}/pair#${code}`)), [address, code]);
  const over = now >= Date.parse(until) / 1000;
  return (
    <section className={styles.brought} aria-label={`A code for ${name}`}>
      {drawn && !over && (
        <svg viewBox={`0 0 ${drawn.side} ${drawn.side}`} role="img" aria-label="The same as a picture for a camera">
          <path d={drawn.path} fill="#000" />
        </svg>
      )}
      <div>
        {over ? (
          <p role="status">This code is past: make another.</p>
        ) : (
          <>
            <p className={styles.letters}>{`${code.slice(0, 4)} ${code.slice(4)}`}</p>
            <p>
              For one device of {name}, once, until {say.when(Date.parse(until) / 1000, now)}.{' '}
              {address === undefined ? (
                <>
                  The house answers on this machine alone so far: end it, and begin it with{' '}
                  <code>./immulgo start --lan</code>. Then make another code.
                </>
              ) : (
                <>
                  Point its camera at the picture, or open <code>{address}/pair</code> on it. It will say that it does not
                  know the house: <Link href="/trust">why, and what to do</Link>.
                </>
              )}
            </p>
            {addresses.length > 1 && (
              <p>
                It does not find it?{' '}
                <Press look="word" onClick={() => setAt((at + 1) % addresses.length)}>
                  Another address
                </Press>
              </p>
            )}
          </>
        )}
        <Press onClick={onShut}>Put it away</Press>
      </div>
    </section>
  );
} // prettier-ignore

/** Air around a picture for a camera, in its own squares (ISO/IEC 18004 asks for four). */
const air = 4;

function drawQr(text: string): { path: string; side: number } {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const path: string[] = [];
  for (let y = 0; y < modules.size; y += 1)
    for (let x = 0; x < modules.size; x += 1)
      if (modules.get(x, y)) path.push(`M${x + air} ${y + air}h1v1h-1z`);
  return { path: path.join(''), side: modules.size + 2 * air };
}
