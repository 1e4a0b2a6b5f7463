export function createDatabase(adminUrl: string, name: string, template?: string): Promise<void>
export function prepareDatabase(url: string, options: { demo: boolean }): Promise<void>
/** `now`: where it is to be found later on; `forServer`: what the server is told. */
export function openDatabase(
  dataDir: string,
): Promise<{ url: string; now: () => Promise<string>; forServer: string; stop: () => Promise<void> }>
