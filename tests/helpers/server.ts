import { spawn, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { v7 } from 'uuid'
import { leanMemory } from '../../launch/leanMemory.mjs'
import { until } from '../../launch/run.mjs'
import { entryVersion, type JobCommand, type Role } from '../../core/job/types'
import type { Problem } from '../../shared/errors'
import type { AppendResult, JobView } from '../../shared/schemas/jobView'
import type { JobRow } from '../../shared/schemas/jobRow'
import type { SessionView, SignInView } from '../../shared/schemas/session'
import type { VehicleView } from '../../shared/schemas/library'
import type { Entry } from '../../shared/schemas/job'

const root = fileURLToPath(new URL('../..', import.meta.url))

export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.on('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
}

/** A copy of a template database, made for one test file. */
export async function copyDatabase(admin: string, template: 'template_empty' | 'template_demo'): Promise<string> {
  const name = `t_${v7().replaceAll('-', '')}`
  const client = new pg.Client({ connectionString: admin })
  await client.connect()
  // Only one copy of a template at a time: PostgreSQL refuses while another session reads it.
  await client.query('select pg_advisory_lock(4747)')
  await client.query(`create database "${name}" template "${template}"`)
  await client.end()
  return admin.replace(/\/postgres$/, `/${name}`)
}

export type Answer<T> = { status: number; headers: Headers; body: T; text: string }
export const demoSecrets: Record<Role, string> = { technician: '2468', lead: '1357', desk: '8642', admin: 'harbour-light' }

/** Somebody's browser, as far as the API sees it: keeps its cookie, speaks JSON. */
export class Client {
  cookie = ''
  /** Who is signed in, and the key their entries may be signed with. */
  person = ''
  signedIn: SignInView | undefined
  constructor(readonly url: string) {}

  /** Cookies by name, as a browser keeps them. */
  #keep(pair: string): void {
    const name = pair.split('=')[0]!
    const others = this.cookie.split('; ').filter(other => other && !other.startsWith(`${name}=`))
    this.cookie = [...others, pair].join('; ')
  }

  async call<T = never>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer<T>> {
    const response = await fetch(`${this.url}${path}`, {
      method,
      headers: {
        // As a browser says by itself: the program's own page.
        ...(method === 'GET' ? {} : { origin: this.url }),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...headers,
      },
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
      signal: AbortSignal.timeout(60_000),
    })
    for (const cookie of response.headers.getSetCookie()) this.#keep(cookie.split(';')[0]!)
    const text = await response.text()
    return {
      status: response.status,
      headers: response.headers,
      text,
      body: (/json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : undefined) as T,
    }
  }

  problem(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Answer<Problem>> {
    return this.call<Problem>(method, path, body, headers)
  }

  async signIn(role: Role, secret = demoSecrets[role]): Promise<this> {
    const { body } = await this.call<SessionView>('GET', '/api/session')
    return this.signInAs(body.people.find(candidate => candidate.role === role)!.id, secret)
  }

  async signInAs(person: string, secret: string): Promise<this> {
    const answer = await this.call<SignInView>('POST', '/api/session', { person, secret })
    if (answer.status !== 200) throw new Error(`sign-in as ${person}: ${answer.text}`)
    this.person = answer.body.person.id
    this.signedIn = answer.body
    return this
  }

  async vehicle(plate: string): Promise<VehicleView> {
    const { body } = await this.call<{ hits: { kind: string; vehicle: VehicleView }[] }>(
      'GET',
      `/api/search?q=${encodeURIComponent(plate)}`,
    )
    return body.hits.find(hit => hit.kind === 'vehicle' && hit.vehicle.plate === plate)!.vehicle
  }

  async openJob(plate = 'BR 88 KEL', lines = ['supply', 'return-short']): Promise<JobRow> {
    const at = new Date().toISOString()
    const { body } = await this.call<JobRow>('POST', '/api/jobs', {
      id: v7(),
      at,
      device: 'test',
      sheet: 'halyard-cooler-lines',
      vehicle: (await this.vehicle(plate)).id,
    })
    await this.say(body.id, { type: 'planned', inputs: { lines, start: 'ground' } }, 1)
    return body
  }

  entry(command: JobCommand, seen: number, id = v7()): Entry {
    return { v: entryVersion, id, at: new Date().toISOString(), device: 'test', seen, by: this.person, command }
  }

  /** Sends one command; the answer is the problem when it is refused. */
  say(job: string, command: JobCommand, basedOn: number, id = v7(), at = new Date()): Promise<Answer<AppendResult & Problem>> {
    return this.call('POST', `/api/jobs/${job}/events`, { basedOn, events: [{ id, at: at.toISOString(), device: 'test', command }] })
  }

  async job(id: string): Promise<JobView> {
    return (await this.call<JobView>('GET', `/api/jobs/${id}`)).body
  }
}

export class TestServer {
  #child: ChildProcess | undefined
  #ended = true
  output = ''
  private constructor(
    readonly databaseUrl: string,
    readonly port: number,
    readonly env: Record<string, string>,
  ) {}

  /** `healthy`: wait until it says that all is well, not only that it answers. */
  static async start(databaseUrl: string, env: Record<string, string> = {}, healthy = true): Promise<TestServer> {
    const server = new TestServer(databaseUrl, await freePort(), env)
    await server.up(healthy)
    return server
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`
  }

  get pid(): number {
    return this.#child!.pid!
  }

  async up(healthy = true): Promise<void> {
    this.#ended = false
    this.#child = spawn('setpriv', ['--pdeathsig=KILL', process.execPath, '.output/server/index.mjs'], {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: {
        ...leanMemory,
        ...process.env,
        DATABASE_URL: this.databaseUrl,
        EFFERENT_SESSION_SECRET: 'a secret that only the tests know, 32+',
        EFFERENT_VERSION: '0.0.0-test',
        NITRO_HOST: '127.0.0.1',
        NITRO_PORT: String(this.port),
        NODE_ENV: 'production',
        ...this.env,
      },
    })
    this.#child.stdout!.on('data', chunk => (this.output += chunk))
    this.#child.stderr!.on('data', chunk => (this.output += chunk))
    this.#child.on('exit', () => (this.#ended = true))
    await until('the test server', async () => {
      if (this.#ended) throw new Error(`the test server ended:\n${this.output}`)
      const answer = await fetch(`${this.url}/api/health`).catch(() => undefined)
      return healthy ? answer?.ok : answer !== undefined
    })
  }

  async end(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    if (this.#ended) return
    this.#child!.kill(signal)
    await until('the test server to end', () => this.#ended)
  }

  client(): Client {
    return new Client(this.url)
  }

  as(role: Role): Promise<Client> {
    return this.client().signIn(role)
  }
}
