import pg from 'pg'

/** Every table by name, with what is in it as one sum. */
export async function sumsOf(url: string): Promise<Record<string, string>> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    const { rows } = await client.query<{ name: string }>(`select tablename as name from pg_tables where schemaname = 'public' order by 1`)
    const sums: Record<string, string> = {}
    for (const { name } of rows) {
      const { rows: found } = await client.query<{ sum: string }>(
        `select count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)), '') as sum from "${name}" t`,
      )
      sums[name] = found[0]!.sum
    }
    return sums
  } finally {
    await client.end()
  }
}
