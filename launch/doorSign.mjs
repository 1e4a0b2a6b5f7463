import { createServer } from 'node:http'

const escaped = text => text.replace(/[&<>"]/g, character => `&#${character.charCodeAt(0)};`)
const page = why => `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<meta http-equiv="refresh" content="10"><title>Efferent does not start</title>
<style>body { font: 18px/1.5 system-ui, sans-serif; max-width: 40rem; margin: 15vh auto; padding: 0 1.5rem; color: #1d2420; background: #f4f3ee }</style>
<h1>Efferent does not start</h1>
<p>${escaped(why)}</p>
<p>It is tried again by itself, and this page then opens it. What is waiting on your tablet is kept there.
Whoever looks after the machine finds more where it was started.</p></html>`

/**
 * Stands at the address while no server does, so that whoever comes reads why and when, and not that nobody answers. `hang` is given the
 * reason; `takeDown` lets go of the port, for the server to have it.
 */
export function doorSign({ host, port }) {
  let sign
  let last = Promise.resolve()
  /** One after the other: a sign that is still being hung would keep the port from the server. */
  const inTurn = work => (last = last.then(work))
  return { hang: why => inTurn(() => hang(why)), takeDown: () => inTurn(takeDown) }

  async function hang(why) {
    if (sign) return
    const server = createServer((request, response) => {
      response.writeHead(503, { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store', 'retry-after': '10' })
      response.end(page(why))
    })
    // Where the port cannot be had either, the words in the terminal are all there is.
    const isUp = await new Promise(done => {
      server.once('error', () => done(false))
      server.listen(port, host, () => done(true))
    })
    if (isUp) sign = server
  }
  async function takeDown() {
    const server = sign
    sign = undefined
    if (!server) return
    server.closeAllConnections()
    await new Promise(done => server.close(done))
  }
}
