import { clocked } from '@/server/clock';

/** Nothing but the house's time: what a device asks before it sends what it kept. */
export const GET = () =>
  new Response(null, { status: 204, headers: clocked({ 'cache-control': 'no-store' }) });
