import type { MetadataRoute } from 'next';

/** Lets a phone keep the house on its home screen. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Immulgo',
    short_name: 'Immulgo',
    description: 'Follows every gram of butterfat from the pail to the crock.',
    start_url: '/',
    display: 'standalone',
    background_color: '#EDF0F2',
    theme_color: '#FCFDFD',
    icons: [
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'maskable' },
    ],
  };
}
