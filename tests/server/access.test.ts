import { readdirSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { connect } from 'node:net'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import pg from 'pg'
import { roles, type Role } from '../../core/job/types'
import { access, type RouteKey } from '../../server/access'
import { limits } from '../../shared/limits'
import { copyDatabase, TestServer, type Client } from '../helpers/server'
import { silentProxy } from '../helpers/silentProxy'

let server: TestServer
const clients = {} as Record<Role, Client>
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  for (const role of roles) clients[role] = await server.as(role)
})
afterAll(() => server?.end())

const nothing = '00000000-0000-4000-8000-0000000000ff'
/** An address for the route that names nothing, so that a call which gets past the guard changes nothing. */
function callOf(key: RouteKey): { method: string; path: string } {
  const [method = '', path = ''] = key.split(' ')
  return { method, path: path.replace(':id', path.startsWith('/api/sheets') ? 'nothing' : nothing).replace(':name', 'nothing') }
}

it('every file under server/api stands in the access list, and nothing else does', () => {
  const files = readdirSync(fileURLToPath(new URL('../../server/api', import.meta.url)), { recursive: true, withFileTypes: true }).filter(
    entry => entry.isFile() && entry.name !== '[...path].ts',
  )
  const keys = files.map(file => {
    const [, name = '', method = ''] = /^(.*)\.(get|post|put|patch|delete)\.ts$/.exec(file.name) ?? []
    const folder = file.parentPath.split('/server/api')[1]!
    return `${method.toUpperCase()} /api${folder}/${name === 'index' ? '' : name}`.replace(/\/$/, '').replaceAll(/\[(\w+)\]/g, ':$1')
  })
  expect(keys.sort()).toEqual(Object.keys(access).sort())
})

describe('routes × roles', () => {
  const streams = (key: RouteKey) => key.endsWith('/stream')
  for (const [key, allowed] of Object.entries(access) as [RouteKey, 'public' | Role[]][]) {
    it(key, async () => {
      const { method, path } = callOf(key)
      const body = method === 'GET' || method === 'DELETE' ? undefined : {}
      const stranger = await server.client().problem(method, path, body)
      if (allowed === 'public') {
        expect(stranger.status).not.toBe(401)
        return
      }
      expect([stranger.status, stranger.body.code]).toEqual([401, 'AUTH_SIGN_IN_NEEDED'])
      for (const role of roles) {
        // A stream that is allowed does not end: its guard is tested by who is kept out, its content elsewhere.
        if (streams(key) && allowed.includes(role)) continue
        const answer = await clients[role].problem(method, path, body)
        if (allowed.includes(role)) expect(['AUTH_ROLE', 'AUTH_SIGN_IN_NEEDED']).not.toContain(answer.body?.code)
        else expect([answer.status, answer.body.code]).toEqual([403, 'AUTH_ROLE'])
      }
    })
  }
})

describe('at the door', () => {
  it('an unknown address is a problem, not a page', async () => {
    const answer = await server.client().problem('GET', '/api/nowhere')
    expect([answer.status, answer.body.code, answer.headers.get('content-type')]).toEqual([
      404,
      'ROUTE_UNKNOWN',
      'application/problem+json',
    ])
  })

  it.each([
    ['HEAD', '/api/jobs', 'GET, POST'],
    ['PUT', '/api/jobs', 'GET, POST'],
    ['DELETE', `/api/jobs/${nothing}`, 'GET'],
    ['GET', `/api/jobs/${nothing}/events`, 'POST'],
    ['PATCH', '/api/session', 'GET, POST, DELETE'],
  ])('%s %s says what there is instead', async (method, path, allow) => {
    const answer = await fetch(`${server.url}${path}`, { method })
    expect([answer.status, answer.headers.get('allow')]).toEqual([405, allow])
    if (method !== 'HEAD') expect(await answer.json()).toMatchObject({ code: 'ROUTE_METHOD' })
  })

  it('says nothing of what it is made with, and is for no search engine', async () => {
    for (const path of ['/', '/api/health', '/robots.txt']) {
      const { headers } = await fetch(`${server.url}${path}`)
      expect(headers.get('x-powered-by'), path).toBeNull()
      expect(headers.get('x-robots-tag'), path).toContain('noindex')
    }
    expect(await (await fetch(`${server.url}/robots.txt`)).text()).toContain('Disallow: /')
  })

  it('a page of another site cannot make anybody act', async () => {
    const answer = await clients.admin.problem(
      'POST',
      '/api/people',
      { name: 'Mallory', role: 'admin', secret: 'long-enough-1' },
      { origin: 'https://elsewhere.example' },
    )
    expect([answer.status, answer.body.code]).toEqual([403, 'AUTH_ORIGIN'])
  })

  it.each([
    ['without a word of where it comes from', {}, 403],
    ['from another part of the same site', { 'sec-fetch-site': 'same-site' }, 403],
    ['from an address typed by hand', { 'sec-fetch-site': 'none' }, 403],
    ['from nowhere', { origin: 'null' }, 403],
    ['from its own page', { 'sec-fetch-site': 'same-origin' }, 200],
  ])('a change %s', async (_, headers, status) => {
    const answer = await fetch(`${server.url}/api/wrench`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', cookie: clients.technician.cookie, ...headers },
      body: JSON.stringify({ millimetres: 300 }),
    })
    expect(answer.status).toBe(status)
  })

  it('what is too large is let through to nowhere: the next request on its connection does not wait behind it', async () => {
    const agent = new Agent({ keepAlive: true, maxSockets: 1 })
    const post = (body: string) =>
      new Promise<number>((done, fail) => {
        const headers = { 'content-type': 'application/json', origin: server.url, 'content-length': body.length }
        const sent = request(`${server.url}/api/session`, { method: 'POST', agent, headers }, answer => {
          answer.resume()
          answer.on('end', () => done(answer.statusCode!))
        })
        sent.on('error', fail)
        sent.end(body)
      })
    const began = performance.now()
    expect(await post(JSON.stringify({ secret: 'x'.repeat(400_000) }))).toBe(413)
    expect(await post('{"person":')).toBe(400)
    // Six seconds before; any machine does it in less than two.
    expect(performance.now() - began).toBeLessThan(3000)
    agent.destroy()
  })

  it('the cookie is sealed, strict and out of reach of scripts', async () => {
    const { body } = await server.client().call<{ people: { id: string }[] }>('GET', '/api/session')
    const response = await fetch(`${server.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: server.url },
      body: JSON.stringify({ person: body.people[0]!.id, secret: '1357' }),
    })
    const cookie = response.headers.getSetCookie().find(one => one.startsWith('efferent='))!
    expect(cookie).toMatch(/HttpOnly/)
    expect(cookie).toMatch(/SameSite=Strict/i)
    expect(cookie).toMatch(/Secure/)
    const forged = server.client()
    forged.cookie = cookie.split(';')[0]!.replace(/.{6}$/, 'AAAAAA')
    expect((await forged.problem('GET', '/api/jobs')).status).toBe(401)
  })

  it('headers allow nothing from outside and no inline script', async () => {
    const page = await fetch(server.url)
    const policy = page.headers.get('content-security-policy')!
    const nonce = /script-src 'self' 'nonce-([^']+)'/.exec(policy)?.[1]
    expect(nonce).toBeTruthy()
    expect(policy).toMatch(/default-src 'none'/)
    for (const [tag] of (await page.text()).matchAll(/<script[^>]*>/g)) expect(tag).toContain(`nonce="${nonce}"`)
    expect(page.headers.get('x-content-type-options')).toBe('nosniff')
    expect((await fetch(server.url)).headers.get('content-security-policy')).not.toBe(policy)
  })

  it.each([
    ['not JSON', '{"person":', 400, 'REQUEST_JSON'],
    ['a prototype key', '{"__proto__":{"role":"admin"}}', 400, 'REQUEST_JSON'],
    ['endless nesting', '['.repeat(60) + ']'.repeat(60), 400, 'REQUEST_JSON'],
    ['an unknown key', '{"person":"00000000-0000-4000-8000-000000000000","secret":"1","role":"admin"}', 422, 'REQUEST_BODY'],
    ['too much', JSON.stringify({ secret: 'x'.repeat(300_000) }), 413, 'REQUEST_TOO_LARGE'],
  ])('refuses %s', async (_, body, status, code) => {
    const answer = await server.client().problem('POST', '/api/session', body)
    expect([answer.status, answer.body.code]).toEqual([status, code])
  })

  it.each([
    ['NUL in a search', 'GET', '/api/search?q=a%00b', undefined, 404, 'ROUTE_UNKNOWN'],
    ['NUL in an id', 'GET', '/api/sheets/a%00b', undefined, 404, 'ROUTE_UNKNOWN'],
    ['an address that is no text', 'GET', '/api/search?q=%E0%A4%A', undefined, 404, 'ROUTE_UNKNOWN'],
    ['NUL in a field', 'POST', '/api/vehicles', '{"plate":"A\\u0000","customer":"x","family":"ondrel-halyard"}', 400, 'REQUEST_JSON'],
    [
      'half a surrogate pair',
      'POST',
      '/api/vehicles',
      '{"plate":"A\\ud83d","customer":"x","family":"ondrel-halyard"}',
      400,
      'REQUEST_JSON',
    ],
    ['a query far too long', 'GET', `/api/search?q=${'x'.repeat(500)}`, undefined, 422, 'REQUEST_BODY'],
    ['a revision no database counts to', 'GET', '/api/sheets/halyard-cooler-lines?revision=2147483648', undefined, 422, 'REQUEST_BODY'],
    [
      'a note on such a revision',
      'POST',
      '/api/sheets/halyard-cooler-lines/notes',
      `{"id":"${nothing}","revision":2147483648,"target":"sheet","text":"x"}`,
      422,
      'REQUEST_BODY',
    ],
  ])('answers %s with a problem, not with a fault', async (_, method, path, body, status, code) => {
    const answer = await clients.lead.problem(method, path, body)
    expect([answer.status, answer.body.code]).toEqual([status, code])
  })

  it.each(["'; drop table people; --", '\\', '%_%', '" or 1=1', '👩‍🔧 halyard'])('searches for %j as the text it is', async query => {
    const answer = await clients.lead.call<{ hits: unknown[] }>('GET', `/api/search?q=${encodeURIComponent(query)}`)
    expect([answer.status, Array.isArray(answer.body.hits)]).toEqual([200, true])
  })

  describe('guessing', () => {
    const personOf = async (client: Client, role: Role) => {
      const { body } = await client.call<{ people: { id: string; role: Role }[] }>('GET', '/api/session')
      return body.people.find(candidate => candidate.role === role)!.id
    }
    const guess = (client: Client, person: string, secret: string) => client.problem('POST', '/api/session', { person, secret })

    it('a hundred at once from nobody: no more are looked at than are allowed, the right one is not among them, and a known device gets in', async () => {
      const strangers = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
      const known = await strangers.as('desk')
      const person = await personOf(known, 'desk')
      const stranger = strangers.client()
      const answers = await Promise.all(
        Array.from({ length: 100 }, (_, i) => guess(stranger, person, i === 99 ? '8642' : String(1000 + i))),
      )
      const looked = answers.filter(answer => answer.status === 401)
      expect(looked.length).toBeGreaterThan(0)
      expect(looked.length).toBeLessThanOrEqual(limits.signIn.person.tries)
      expect(answers.filter(answer => ![401, 429].includes(answer.status))).toEqual([])
      for (const answer of answers.filter(({ status }) => status === 429))
        expect(Number(answer.headers.get('retry-after'))).toBeGreaterThan(0)
      // Whoever guesses on: asked to wait, for the right PIN too. The person's own device has tries of its own.
      let late: Awaited<ReturnType<typeof guess>> | undefined
      for (let i = 0; i <= limits.signIn.person.tries && late?.body.code !== 'AUTH_TOO_MANY_TRIES'; i++)
        late = await guess(stranger, person, '0000')
      expect([late!.status, late!.body.code]).toEqual([429, 'AUTH_TOO_MANY_TRIES'])
      expect(Number(late!.headers.get('retry-after'))).toBeLessThanOrEqual(limits.signIn.person.everySeconds)
      expect((await guess(stranger, person, '8642')).status).toBe(429)
      expect((await guess(known, person, '8642')).status).toBe(200)
      await strangers.end()
    })

    it('fresh browsers on this machine bring no fresh tries, and a set-up that is refused gives no name to try with', async () => {
      const own = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
      const lead = await personOf(await own.as('lead'), 'lead')
      const refused = own.client()
      const answer = await refused.problem('POST', '/api/setup', { workshop: 'Mine', name: 'Me', password: 'long enough a word' })
      expect([answer.status, answer.headers.get('set-cookie')]).toEqual([409, null])
      let looked = 0
      for (let i = 0; i < 25; i++) if ((await guess(own.client(), lead, String(3000 + i))).status === 401) looked++
      expect(looked).toBeLessThanOrEqual(limits.signIn.device.tries)
      // Somebody else's browser, known to them, is worth no more for it.
      expect((await guess(await own.as('technician'), lead, '3999')).status).toBe(429)
      await own.end()
    })

    it('a proxy that says nothing of itself, as one does that nobody has set up, is not this machine', async () => {
      const lead = await personOf(await server.as('lead'), 'lead')
      const body = JSON.stringify({ person: lead, secret: '1357' })
      // As such a proxy sends it on: the old protocol, its own name for the server, and the origin a script gives itself.
      const head = [
        'POST /api/session HTTP/1.0',
        `host: 127.0.0.1:${server.port}`,
        `origin: http://127.0.0.1:${server.port}`,
        'connection: close',
      ]
      const answer = await new Promise<string>((done, fail) => {
        let text = ''
        const socket = connect(server.port, '127.0.0.1', () =>
          socket.write(`${head.join('\r\n')}\r\ncontent-type: application/json\r\ncontent-length: ${body.length}\r\n\r\n${body}`),
        )
        socket
          .on('data', chunk => (text += String(chunk)))
          .on('error', fail)
          .on('end', () => done(text))
      })
      expect(answer).toContain('AUTH_DEVICE')
    })

    it('nor is one that speaks as a browser does: it takes calls from the network, itself or by its first process', async () => {
      const lead = await personOf(await server.as('lead'), 'lead')
      const through = async (listenOn: string, workers: boolean) => {
        const proxy = await silentProxy(server.port, listenOn, workers)
        const answer = await fetch(`http://127.0.0.1:${proxy.port}/api/session`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ person: lead, secret: '0000' }),
        })
        const { code } = (await answer.json()) as { code: string }
        await proxy.end()
        return code
      }
      expect(await through('0.0.0.0', false)).toBe('AUTH_DEVICE')
      expect(await through('0.0.0.0', true)).toBe('AUTH_DEVICE')
      // What listens to this machine alone brings nobody in from elsewhere.
      expect(await through('127.0.0.1', false)).toBe('AUTH_WRONG_SECRET')
    })

    it('a known device has its own tries for each person: wrong ones for one leave the others alone', async () => {
      const client = await server.as('lead')
      const [desk, technician] = [await personOf(client, 'desk'), await personOf(client, 'technician')]
      for (let i = 0; i < limits.signIn.device.tries; i++) expect((await guess(client, desk, '0000')).body.code).toBe('AUTH_WRONG_SECRET')
      const answer = await guess(client, desk, '8642')
      expect([answer.status, answer.body.code]).toEqual([429, 'AUTH_TOO_MANY_TRIES'])
      expect((await guess(client, technician, '2468')).status).toBe(200)
    })

    it('a clock set back a year lengthens nothing', async () => {
      const url = await copyDatabase(inject('admin'), 'template_demo')
      const clock = await TestServer.start(url)
      const client = await clock.as('desk')
      const person = await personOf(client, 'desk')
      for (let i = 0; i < limits.signIn.device.tries; i++) await guess(client, person, '0000')
      const db = new pg.Client({ connectionString: url })
      await db.connect()
      // As the row looks to a clock that has been set back: filled in the future, with a minute's worth still to come.
      await db.query(`update sign_in_buckets set filled_at = clock_timestamp() + interval '1 year'`)
      const waits = await guess(client, person, '8642')
      expect(Number(waits.headers.get('retry-after'))).toBeLessThanOrEqual(limits.signIn.device.everySeconds)
      await db.query(`update sign_in_buckets set filled_at = clock_timestamp() - make_interval(secs => $1)`, [
        limits.signIn.device.everySeconds,
      ])
      expect((await guess(client, person, '8642')).status).toBe(200)
      await db.end()
      await clock.end()
    })
  })

  it('set-up asked of a workshop that is set up hashes nothing: forty at once hold nobody up', async () => {
    const request = { workshop: 'Mine now', name: 'Mallory', password: 'long-enough-1' }
    const strangers = await Promise.all(Array.from({ length: 40 }, () => server.client().problem('POST', '/api/setup', request)))
    // More than the queue of hashes holds, and none of them found it full: none was hashed.
    expect(strangers.length).toBeGreaterThan(limits.hashing.together + limits.hashing.waiting)
    expect(new Set(strangers.map(answer => answer.body.code))).toEqual(new Set(['SETUP_DONE']))
  })

  it('by another name than its own nothing is answered, and how to list one is said', async () => {
    const { port } = new URL(server.url)
    const asked = (host: string, path: string) =>
      new Promise<{ status: number; body: string }>((done, fail) => {
        request({ port, path, headers: { host } }, answer => {
          let body = ''
          answer.on('data', (chunk: Buffer) => (body += String(chunk))).on('end', () => done({ status: answer.statusCode!, body }))
        })
          .on('error', fail)
          .end()
      })
    for (const path of ['/api/health', '/api/session', '/sign-in']) {
      const answer = await asked('harbour.evil.example', path)
      expect([path, answer.status]).toEqual([path, 421])
      expect(answer.body).toContain('EFFERENT_HOSTS=harbour.evil.example')
    }
    expect((await asked(`127.0.0.1:${port}`, '/api/health')).status).toBe(200)
  })

  it('signing out ends the sign-in itself: a copy of the cookie is worth nothing', async () => {
    const client = await server.as('admin')
    const copy = server.client()
    copy.cookie = client.cookie
    expect((await copy.call('GET', '/api/jobs')).status).toBe(200)
    await client.call('DELETE', '/api/session')
    expect((await copy.problem('GET', '/api/jobs')).status).toBe(401)
  })
})
