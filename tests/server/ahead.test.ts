import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import type { JobRow } from '../../shared/schemas/jobRow'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

// What a page says will be asked for next, so that a browser fetches it at once (server/plugins/ahead.ts).
let server: TestServer
let technician: Client
let job: string
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  technician = await server.as('technician')
  job = (await technician.call<JobRow[]>('GET', '/api/jobs')).body[0]!.id
})
afterAll(() => server?.end())

type Link = { rel: string; as: string; href: string }
async function linksOf(path: string, { cookie = technician.cookie, dest = 'document' } = {}): Promise<Link[]> {
  const html = await (await fetch(`${server.url}${path}`, { headers: { cookie, 'sec-fetch-dest': dest } })).text()
  const attribute = (tag: string, name: string) => new RegExp(`\\b${name}="([^"]*)"`).exec(tag)?.[1] ?? ''
  return (html.match(/<(?:link|script)[^>]*>/g) ?? []).map(tag => ({
    rel: attribute(tag, 'rel'),
    as: attribute(tag, 'as'),
    href: attribute(tag, 'href') || attribute(tag, 'src'),
  }))
}
const dataOf = (links: readonly Link[]) => links.filter(link => link.as === 'fetch').map(({ href }) => href)
const files = (links: readonly Link[], kind: string) => [
  ...new Set(links.map(({ href }) => href).filter(href => href.startsWith('/_nuxt/') && href.endsWith(kind))),
]
const bytesOf = (file: string) => readFileSync(join('.output/public', file))

describe('the files of a page', () => {
  it('are all there, on every main page, and few', async () => {
    for (const path of [
      '/',
      '/lookup',
      '/library',
      '/bench',
      '/practice',
      '/shop',
      '/sheets/halyard-cooler-lines',
      `/jobs/${job}`,
      `/jobs/${job}/bay`,
    ]) {
      const links = await linksOf(path)
      const scripts = files(links, '.js')
      expect(scripts.length, path).toBeGreaterThan(3)
      expect(scripts.length, path).toBeLessThan(20)
      for (const file of [...scripts, ...files(links, '.css'), ...files(links, '.woff2')])
        expect(bytesOf(file).length, file).toBeGreaterThan(0)
    }
  })
  it('of the sign-in weigh under 200 kB of script and 25 kB of style, packed', async () => {
    const links = await linksOf('/sign-in', { cookie: '' })
    const weight = (kind: string) => files(links, kind).reduce((sum, file) => sum + gzipSync(bytesOf(file)).length, 0)
    expect(weight('.js')).toBeGreaterThan(50_000)
    expect(weight('.js')).toBeLessThan(200_000)
    expect(weight('.css')).toBeGreaterThan(1000)
    expect(weight('.css')).toBeLessThan(25_000)
  })
  it('build no schema of a job or a sheet while the script of the page is read: that is a task of its own', async () => {
    for (const path of [`/jobs/${job}`, `/jobs/${job}/bay`, '/sheets/halyard-cooler-lines']) {
      const scripts = new Map(files(await linksOf(path), '.js').map(file => [file, bytesOf(file).toString()]))
      const builds = (file: string) => /AND of ORs: of every inner list|there is no year 0/.test(scripts.get(file)!)
      const open = [...scripts.keys()].filter(file => !/\bas (jobAnswers|sheetAnswers)\b/.test(scripts.get(file)!) && !builds(file))
      expect([...scripts.keys()].some(builds), path).toBe(true)
      const read = new Set<string>()
      for (let file = open.pop(); file !== undefined; file = open.pop()) {
        if (read.has(file)) continue
        read.add(file)
        for (const [, name] of scripts.get(file)?.matchAll(/(?:from|import)"\.\/([\w-]+\.js)"/g) ?? []) open.push(`/_nuxt/${name}`)
      }
      expect(
        [...read].filter(file => scripts.has(file) && builds(file)),
        path,
      ).toEqual([])
    }
  })
  it('of an address that is none are not guessed', async () => {
    const start = files(await linksOf('/nowhere/at/all'), '.js')
    expect(start.length).toBeLessThan(files(await linksOf('/'), '.js').length)
  })
})

describe('the data of a page', () => {
  it('is who is signed in, and the job or the sheet the address names', async () => {
    expect(dataOf(await linksOf('/library'))).toEqual(['/api/session'])
    expect(dataOf(await linksOf(`/jobs/${job}/bay`))).toEqual(['/api/session', `/api/jobs/${job}`])
    expect(dataOf(await linksOf('/sheets/halyard-cooler-lines'))).toEqual(['/api/session', '/api/sheets/halyard-cooler-lines'])
  })
  it('is not a sheet where the address asks for a revision or a car: that is asked otherwise', async () => {
    expect(dataOf(await linksOf('/sheets/halyard-cooler-lines?revision=1'))).toEqual(['/api/session'])
  })
  it('is none of a job to a stranger, and none at all in what the device keeps for every address', async () => {
    expect(dataOf(await linksOf(`/jobs/${job}`, { cookie: '' }))).toEqual(['/api/session'])
    expect(dataOf(await linksOf(`/jobs/${job}`, { dest: 'empty' }))).toEqual([])
  })
  it('takes nothing from the address that could end the link it stands in', async () => {
    const hostile = await fetch(`${server.url}/jobs/%22%3E%3Cscript%3Ealert(1)%3C/script%3E`, {
      headers: { cookie: technician.cookie, 'sec-fetch-dest': 'document' },
    })
    expect(await hostile.text()).not.toContain('alert(1)')
  })
})
