import { spawn } from 'node:child_process'
import { resolve } from 'node:path'
import { withDatabase } from './backup.mjs'
import { prepareDatabase } from './database.mjs'
import { Failure, root, say } from './run.mjs'

/** What is said in a sentence ends with 3; anything else is a mistake of ours and comes with its stack. */
function ask(what, dir, url) {
  return new Promise((done, fail) => {
    const child = spawn('node_modules/.bin/tsx', ['cli/exchangeAll.ts', what, dir], {
      cwd: root,
      env: { ...process.env, DATABASE_URL: url },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let [output, trouble] = ['', '']
    child.stdout.on('data', chunk => (output += chunk))
    child.stderr.on('data', chunk => (trouble += chunk))
    child.on('error', fail)
    child.on('close', code => (code === 0 ? done(JSON.parse(output)) : fail(code === 3 ? new Failure(trouble) : new Error(trouble))))
  })
}
const contentWords = ({ workshop, tables }) =>
  `${workshop || 'a workshop without a name'}: ${tables.sheets.rows} sheets, ${tables.jobs.rows} jobs, ${tables.job_events.rows} entries, ${tables.job_photos.rows} photos`

async function exportTo([name], { data }) {
  if (!name) throw new Failure('name the folder to write: ./efferent export DIR')
  const dir = resolve(name)
  await withDatabase(data, 'an export is being written', async ({ url }) =>
    say(`${dir} holds ${contentWords(await ask('export', dir, url))}`),
  )
}

async function importFrom([name], { data }) {
  if (!name) throw new Failure('name the folder to read: ./efferent import DIR')
  await withDatabase(data, 'an export is being read', async ({ url }) => {
    await prepareDatabase(url, { demo: false })
    const { manifest, admin, password } = await ask('import', resolve(name), url)
    say(`read ${contentWords(manifest)}`)
    say(
      process.env.EFFERENT_ADMIN_PASSWORD
        ? `${admin} signs in with the password given; the others get new PINs from them`
        : `${admin} signs in with ${password} (set another on the Shop page); the others get new PINs from them`,
    )
  })
}
export { exportTo as export, importFrom as import }
