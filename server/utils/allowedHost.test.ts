import { expect, it } from 'vitest'
import { isAllowedHost } from './allowedHost'

const listed = ['Workshop.example', 'efferent.lan:4747']
it.each([
  '127.0.0.1:4747',
  'localhost',
  'LOCALHOST:80',
  'a.localhost',
  '[::1]:4747',
  '192.0.2.7',
  'workshop.example:443',
  'workshop.example.',
  'efferent.lan',
])('%s is a name of this server', host => expect(isAllowedHost(host, listed)).toBe(true))
it.each([
  undefined,
  '',
  'evil.example',
  'workshop.example.evil.example',
  'localhost.evil.example',
  '127.0.0.1.evil.example',
  'xworkshop.example',
  '999.1.1.1',
])('%s is not', host => expect(isAllowedHost(host, listed)).toBe(false))
