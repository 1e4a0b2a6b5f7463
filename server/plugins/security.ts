import { randomBytes } from 'node:crypto'
import { setResponseHeaders } from 'h3'
import type { NitroApp } from 'nitropack/types'

// Vuetify writes its theme into a style element and positions overlays with style attributes; scripts carry a nonce.
const policy = (nonce: string) =>
  [
    `default-src 'none'`,
    `script-src 'self' 'nonce-${nonce}'`,
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self'`,
    `worker-src 'self'`,
    `manifest-src 'self'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ')

const always = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(self), microphone=(), geolocation=(), payment=()',
  'x-frame-options': 'DENY',
  // A workshop's own tool: nobody finds it by searching.
  'x-robots-tag': 'noindex, nofollow',
}

export default (nitro: NitroApp): void => {
  nitro.hooks.hook('request', event =>
    setResponseHeaders(event, {
      ...always,
      // The service worker fetches the program's own parts, and nothing from elsewhere.
      'content-security-policy': `default-src 'none'; frame-ancestors 'none'${event.path === '/sw.js' ? `; connect-src 'self'` : ''}`,
    }),
  )
  // What it is made with is nobody's business.
  nitro.hooks.hook('render:response', response => {
    delete response.headers?.['x-powered-by']
  })
  nitro.hooks.hook('render:html', (html, { event }) => {
    const nonce = randomBytes(16).toString('base64')
    for (const part of ['head', 'bodyPrepend', 'bodyAppend', 'body'] as const)
      html[part] = html[part].map(chunk => chunk.replaceAll('<script', `<script nonce="${nonce}"`))
    // In development Vite's client adds styles and a socket of its own.
    if (process.env.NODE_ENV !== 'development') setResponseHeaders(event, { 'content-security-policy': policy(nonce) })
    else event.node.res.removeHeader('content-security-policy')
  })
}
