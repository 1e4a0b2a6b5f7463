/** When the page has nothing else to do, or after so long at the latest; where the browser cannot tell, after its next turn. */
export function whenIdle(run: () => void, latestMs = 1500): void {
  if ('requestIdleCallback' in window) window.requestIdleCallback(run, { timeout: latestMs })
  else setTimeout(run)
}
