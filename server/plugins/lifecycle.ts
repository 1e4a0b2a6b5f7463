import type { NitroApp } from 'nitropack/types'
import { assertConfig } from '../utils/config'
import { closePool } from '../utils/db'
import { forgetEpoch } from '../utils/epoch'
import { feed, openStreams } from '../utils/feed'
import { startLoopDelay } from '../utils/loopDelay'
import { closeWorkers } from '../utils/workers'

export default (nitro: NitroApp): void => {
  assertConfig()
  feed.on('resync', forgetEpoch)
  void feed.start()
  const stopDelay = startLoopDelay()
  // Open streams would keep the server from closing: end them as soon as a stop is asked for.
  const endStreams = () => openStreams.forEach(close => close())
  process.once('SIGTERM', endStreams)
  process.once('SIGINT', endStreams)
  nitro.hooks.hook('close', async () => {
    endStreams()
    stopDelay()
    await feed.stop()
    await closeWorkers()
    await closePool()
  })
}
