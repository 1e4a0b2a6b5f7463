import { spawn } from 'node:child_process'
import { resolve } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { withDatabase } from './backup.mjs'
import { prepareDatabase } from './database.mjs'
import { Failure, root, say } from './run.mjs'

/** What is said in a sentence ends with 3; anything else is a mistake of ours and comes with its stack. */
function ask(what, dir, url, options) {
  return new Promise((done, fail) => {
    const child = spawn('node_modules/.bin/tsx', ['cli/exchangeAll.ts', what, dir], {
      cwd: root,
      env: { ...process.env, DATABASE_URL: url },
      stdio: ['pipe', 'pipe', 'pipe'],
    })
    let [output, trouble] = ['', '']
    child.stdout.on('data', chunk => (output += chunk))
    child.stderr.on('data', chunk => (trouble += chunk))
    child.on('error', fail)
    child.on('close', code => (code === 0 ? done(JSON.parse(output)) : fail(code === 3 ? new Failure(trouble) : new Error(trouble))))
    child.stdin.on('error', () => {})
    child.stdin.end(JSON.stringify(options))
  })
}
const contentWords = ({ workshop, tables }) =>
  `${workshop || 'a workshop without a name'}: ${tables.sheets.rows} sheets, ${tables.jobs.rows} jobs, ${tables.job_events.rows} entries, ${tables.job_photos.rows} photos`

/** A phrase on the command line, or where no list of processes shows it. */
const phraseOf = ({ phrase }) => phrase ?? process.env.EFFERENT_EXPORT_PHRASE

async function exportTo([name], options) {
  if (!name) throw new Failure('name the folder to write: ./efferent export DIR')
  const dir = resolve(name)
  const given = phraseOf(options)
  if (given !== undefined && given.length < 16)
    throw new Failure('a phrase of your own has 16 characters or more; without one, one is made')
  await withDatabase(options.data, 'an export is being written', async ({ url }) => {
    const { manifest, phrase } = await ask('export', dir, url, { phrase: given })
    say(`${dir} holds ${contentWords(manifest)}`)
    if (given === undefined)
      say(`its phrase, which the import asks for: ${phrase}\nkeep it apart from the folder: it proves that nobody has changed the files`)
  })
}

/** Who comes in with it is looked at by a person, or whoever calls this says that they need not. */
async function agree({ yes }) {
  if (yes) return
  if (!process.stdin.isTTY) throw new Failure('look at who this lets in, then say it again with --yes. Nothing was done')
  const asking = createInterface({ input: process.stdin, output: process.stdout })
  const answer = await asking.question('go on? type yes: ').finally(() => asking.close())
  if (answer.trim().toLowerCase() !== 'yes') throw new Failure('nothing was done')
}

async function importFrom([name], options) {
  if (!name) throw new Failure('name the folder to read: ./efferent import DIR')
  const dir = resolve(name)
  const asked = { phrase: phraseOf(options), unproved: options.unproved, admin: options.admin }
  await withDatabase(options.data, 'an export is being read', async ({ url }) => {
    const { proved, people } = await ask('look', dir, url, asked)
    say(
      proved ? 'the files are as they were written: the phrase fits' : 'NOT PROVED: nothing says that these files are as they were written',
    )
    say(`it brings ${people.length} people:`)
    for (const { name: person, role, active } of people) say(`  ${person}, ${role}${active ? '' : ', shut out'}`)
    await agree(options)
    await prepareDatabase(url, { demo: false })
    const { manifest, admin, password } = await ask('import', dir, url, asked)
    say(`read ${contentWords(manifest)}`)
    say(
      process.env.EFFERENT_ADMIN_PASSWORD
        ? `${admin} signs in with the password given; the others get new PINs from them`
        : `${admin} signs in with ${password} (set another on the Shop page); the others get new PINs from them`,
    )
  })
}
export { exportTo as export, importFrom as import }
