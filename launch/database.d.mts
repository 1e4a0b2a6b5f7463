export function createDatabase(adminUrl: string, name: string, template?: string): Promise<void>
export function prepareDatabase(url: string, options: { demo: boolean }): Promise<void>
