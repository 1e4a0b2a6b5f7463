/** When the page has nothing else to do, or after so long at the latest. A browser that cannot tell is asked to do it after its next turn. */
export function whenIdle(run: () => void, latestMs = 1500): void {
  if ('requestIdleCallback' in window) window.requestIdleCallback(run, { timeout: latestMs })
  else setTimeout(run)
}
