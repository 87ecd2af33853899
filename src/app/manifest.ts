import type { MetadataRoute } from 'next'

/** What a browser needs to install the application. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Grey Kettle',
    short_name: 'Grey Kettle',
    description: 'Design, print and measure compressed-air turbines',
    start_url: '/',
    display: 'standalone',
    background_color: '#F3F1EB',
    theme_color: '#0F5560',
    icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
  }
}
