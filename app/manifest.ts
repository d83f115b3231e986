import type { MetadataRoute } from 'next';

/** Kindly Crate on the home screen of a phone. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Kindly Crate',
    short_name: 'Kindly Crate',
    description: 'Plans, packs and receives live fish: the water in every bag, hour by hour.',
    start_url: '/',
    display: 'standalone',
    background_color: '#f4efe4',
    theme_color: '#f4efe4',
    icons: [
      { src: '/icons/192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icons/512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icons/mask.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
    shortcuts: [
      { name: 'Bench', url: '/' },
      { name: 'Scan a label', url: '/scan' },
    ],
  };
}
