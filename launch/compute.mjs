import { spawn } from 'node:child_process'
import { root } from './run.mjs'
import { ensurePackages } from './setup.mjs'

export async function compute(names) {
  await ensurePackages()
  const child = spawn('node_modules/.bin/tsx', ['cli/compute.ts', ...names], { cwd: root, stdio: 'inherit' })
  process.exitCode = await new Promise(done => child.on('close', code => done(code ?? 1)))
}
