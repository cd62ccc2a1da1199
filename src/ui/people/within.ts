/** Where somebody who has said who they are is led: a page of this house, and none elsewhere. */
export function within(to: string | null, origin: string): string {
  const home = `${origin}/`;
  if (to === null || !URL.canParse(to, home)) return home;
  const led = new URL(to, home);
  return led.origin === origin && led.pathname !== '/sign-in' ? led.href : home;
}
