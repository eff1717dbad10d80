import type pg from 'pg'

/** All rows of a shop as JSON, tables in an order in which they can be put in, and the moment that its times lead up to. */
export interface KeptShop {
  /** ms since 1970 */
  at: number
  tables: { name: string; rows: Record<string, unknown>[] }[]
}

type Reader = Pick<pg.Client, 'query'>

/** Tables of the program, each after those that it refers to. */
async function tablesInOrder(client: Reader): Promise<string[]> {
  const { rows: tables } = await client.query<{ name: string; refers: string[] }>(`
    select c.relname as name,
      coalesce(array_agg(distinct f.relname::text) filter (where f.relname <> c.relname), '{}') as refers
    from pg_class c
      left join pg_constraint k on k.conrelid = c.oid and k.contype = 'f'
      left join pg_class f on f.oid = k.confrelid
    where c.relnamespace = 'public'::regnamespace and c.relkind = 'r'
    group by c.relname order by c.relname`)
  const order: string[] = []
  while (order.length < tables.length) {
    const next = tables.filter(({ name, refers }) => !order.includes(name) && refers.every(each => order.includes(each)))
    if (next.length === 0) throw new Error('Tables refer to each other in a ring: none of them can be the first.')
    order.push(...next.map(({ name }) => name))
  }
  return order
}

/** Reads everything of a shop. @param at the moment that its times lead up to, ms since 1970 */
export async function takeShop(client: Reader, at: number): Promise<KeptShop> {
  await client.query(`set timezone to 'UTC'`)
  const tables: KeptShop['tables'] = []
  for (const name of await tablesInOrder(client)) {
    const { rows } = await client.query<{ row: Record<string, unknown> }>(`select to_jsonb(its) as row from "${name}" its`)
    if (rows.length > 0) tables.push({ name, rows: rows.map(({ row }) => row) })
  }
  return { at, tables }
}

const TIME = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?(\+00:00|Z)$/
/** Numbers that are times in ms since 1970: of the years 2017 to 2048. Nothing else that is kept is as large. */
const isInstant = (value: number) => value > 1.5e12 && value < 2.5e12

/** The same with every time in it moved by so many ms, those inside of facts too. */
export function moved(value: unknown, by: number): unknown {
  if (typeof value === 'number') return isInstant(value) ? value + by : value
  if (typeof value === 'string') return TIME.test(value) ? new Date(Date.parse(value) + by).toISOString() : value
  if (Array.isArray(value)) return value.map(each => moved(each, by))
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, moved(each, by)]))
}

/** Puts a kept shop into an empty database of the same form, as if it had happened up to now. @param now ms since 1970 */
export async function putShop(client: Reader, shop: KeptShop, now: number): Promise<void> {
  await client.query('begin')
  for (const { name, rows } of shop.tables)
    await client.query(`insert into "${name}" select * from jsonb_populate_recordset(null::"${name}", $1::jsonb)`, [
      JSON.stringify(moved(rows, now - shop.at)),
    ])
  // Numbers that the database gives go on after those that are there.
  const { rows: counted } = await client.query<{ table: string; column: string }>(`
    select table_name as table, column_name as column from information_schema.columns
    where table_schema = 'public' and column_default like 'nextval(%'`)
  for (const { table, column } of counted)
    await client.query(
      `select setval(pg_get_serial_sequence('"${table}"', '${column}'), coalesce((select max("${column}") from "${table}"), 0) + 1, false)`,
    )
  await client.query('commit')
}
