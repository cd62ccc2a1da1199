'use client';

import { styled } from '@mui/material/styles';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import type { Farm } from '@/server/house/views';
import { OutboxProvider } from '../outbox/OutboxProvider';
import { SetAside } from '../outbox/SetAside';
import { FarmProvider } from './FarmContext';
import { Notices } from './Notices';
import { NowProvider } from './useNow';
import { PlaceIcon } from './PlaceIcon';
import type { Place } from './PlaceIcon';
import { Recent } from './Recent';
import { Unsent } from './Unsent';
import { SettleFirst } from './useSettle';
import { WithoutHouse } from './WithoutHouse';

const places: { href: string; name: string; icon: Place }[] = [
  { href: '/', name: 'Today', icon: 'today' },
  { href: '/pail', name: 'Pail', icon: 'pail' },
  { href: '/shelf', name: 'Shelf', icon: 'shelf' },
  { href: '/churn', name: 'Churn', icon: 'churn' },
  { href: '/ledger', name: 'Ledger', icon: 'ledger' },
  { href: '/bench', name: 'Bench', icon: 'bench' },
  { href: '/house', name: 'House', icon: 'house' },
];

const Rail = styled('header')({
  display: 'flex',
  alignItems: 'center',
  gap: 24,
  padding: '10px 32px',
  background: 'var(--enamel)',
  borderBottom: '3px solid var(--rim)',
  '@media (max-width: 980px)': { padding: '10px 20px', gap: 12 },
  '@media (max-width: 720px)': { padding: '8px 16px' },
});

const Word = styled(Link)({
  color: 'var(--ink)',
  textDecoration: 'none',
  fontWeight: 680,
  fontSize: '1.2rem',
  letterSpacing: '-0.02em',
  marginRight: 'auto',
  minWidth: 0,
  whiteSpace: 'nowrap',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  '& small': {
    fontWeight: 420,
    color: 'var(--quiet)',
    fontSize: '0.95rem',
    marginLeft: 10,
    letterSpacing: 0,
  },
  // On a tablet the farm stands under the house’s word, so that neither is cut.
  '@media (min-width: 721px) and (max-width: 980px)': {
    flexShrink: 0,
    maxWidth: 150,
    lineHeight: 1.15,
    '& small': { display: 'block', marginLeft: 0, overflow: 'hidden', textOverflow: 'ellipsis' },
  },
});

const Places = styled('nav')({
  display: 'flex',
  gap: 4,
  '@media (max-width: 720px)': {
    position: 'fixed',
    insetInline: 0,
    bottom: 0,
    zIndex: 20,
    justifyContent: 'space-around',
    background: 'var(--enamel)',
    borderTop: '3px solid var(--rim)',
    paddingBottom: 'env(safe-area-inset-bottom)',
  },
});

const Door = styled(Link)({
  display: 'flex',
  alignItems: 'center',
  gap: 8,
  minHeight: 48,
  padding: '4px 12px',
  borderRadius: 12,
  color: 'var(--quiet)',
  textDecoration: 'none',
  fontWeight: 560,
  '&:hover': { background: 'var(--rim-faint)' },
  '&[aria-current]': { color: 'var(--rim)', background: 'var(--rim-faint)' },
  // The bench is behind the last door where there is no room for it.
  '@media (max-width: 980px)': { padding: '4px 8px', '&[href="/bench"]': { display: 'none' } },
  '@media (max-width: 720px)': {
    flexDirection: 'column',
    gap: 0,
    minHeight: 58,
    padding: '6px 4px',
    fontSize: '0.78rem',
    borderRadius: 0,
    flex: 1,
    minWidth: 0,
    justifyContent: 'center',
  },
});

const Room = styled('main')({
  maxWidth: 1240,
  margin: '0 auto',
  padding: '26px 32px 40px',
  '@media (max-width: 720px)': { padding: '16px 16px 104px' },
});

const Skip = styled('a')({
  position: 'absolute',
  left: -9999,
  '&:focus': { left: 12, top: 12, zIndex: 30, background: 'var(--enamel)', color: 'var(--rim)', padding: 12 },
});

/** The frame of every screen: the farm's name, the doors to the places, and what is still unsent. */
export function Frame({
  farm,
  nowSeconds,
  hasMilk,
  children,
}: {
  farm: Farm;
  nowSeconds: number;
  /** The Pail stays hidden until there is milk, or an animal that gives it. */
  hasMilk: boolean;
  children: ReactNode;
}) {
  const path = usePathname();
  return (
    <FarmProvider farm={farm}>
      <NowProvider seconds={nowSeconds}>
        <OutboxProvider farmId={farm.id}>
          <Notices>
            <SettleFirst />
            <WithoutHouse farm={farm} hasMilk={hasMilk} />
            <Skip href="#room">Skip to what matters</Skip>
            <Rail>
              <Word href="/">Immulgo{farm.name && <small>{farm.name}</small>}</Word>
              <Unsent />
              <Recent />
              <Places aria-label="Places">
                {places
                  .filter(({ href }) => hasMilk || href !== '/pail')
                  .map(({ href, name, icon }) => (
                    <Door
                      key={href}
                      href={href}
                      aria-current={
                        (href === '/' ? path === '/' : path.startsWith(href)) ? 'page' : undefined
                      }
                    >
                      <PlaceIcon place={icon} />
                      {name}
                    </Door>
                  ))}
              </Places>
            </Rail>
            <SetAside />
            <Room id="room" tabIndex={-1}>
              {children}
            </Room>
          </Notices>
        </OutboxProvider>
      </NowProvider>
    </FarmProvider>
  );
}
