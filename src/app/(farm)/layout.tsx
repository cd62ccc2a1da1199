import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import '@/ui/theme/palette.css';
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { theCaller } from '@/server/people/caller';
import { whoOf } from '@/server/people/views';
import { frameView } from '@/server/house/views';
import { Frame } from '@/ui/frame/Frame';
import { ThemeRoot } from '@/ui/theme/ThemeRoot';

export const metadata: Metadata = {
  title: { default: 'Immulgo', template: '%s · Immulgo' },
  description: 'Follows every gram of butterfat from the pail to the crock.',
};
export const viewport: Viewport = {
  width: 'device-width',
  initialScale: 1,
  themeColor: [
    { media: '(prefers-color-scheme: light)', color: '#EDF0F2' },
    { media: '(prefers-color-scheme: dark)', color: '#0E1418' },
  ],
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  const caller = await theCaller();
  const { farm, nowSeconds, hasMilk } = await frameView(caller.farmId);
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data-scheme" defaultMode="system" nonce={nonce} />
        <AppRouterCacheProvider options={{ nonce, key: 'im' }}>
          <ThemeRoot>
            <Frame farm={farm} nowSeconds={nowSeconds} hasMilk={hasMilk} who={whoOf(caller)}>
              {children}
            </Frame>
          </ThemeRoot>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
