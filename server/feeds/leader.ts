import pg from 'pg'
import { log } from '../utils/log'

/** The number under which one of several servers holds what only one may do. */
const LEADER = 46_001
const RETRY_AFTER = 1000 // ms

/**
 * Makes one of the servers on a database its leader, and another as soon as that one is gone: by a lock that the database holds
 * for as long as the connection lives (PostgreSQL, session-level advisory locks).
 * @param url a postgres:// address
 * @returns `leads()`, asked before anything that only one may do, and `end()`
 */
export function leader(url: string): { leads: () => boolean; end: () => Promise<void> } {
  let client: pg.Client | null = null
  let leads = false
  let stopped = false
  let timer: NodeJS.Timeout
  const lose = () => {
    leads = false
    client = null
  }
  const turn = async () => {
    try {
      if (!client) {
        // A connection whose other end is gone without a word is noticed by the database within seconds, and its lock let go.
        const fresh = new pg.Client({
          connectionString: url,
          keepAlive: true,
          connectionTimeoutMillis: 5000,
          query_timeout: 5000,
          application_name: 'zinc-bell leader',
        })
        fresh.on('error', lose)
        fresh.on('end', lose)
        await fresh.connect()
        await fresh.query('set tcp_keepalives_idle = 5; set tcp_keepalives_interval = 2; set tcp_keepalives_count = 3')
        client = fresh
      }
      const asked = client
      if (leads) await asked.query('select 1')
      else {
        const { rows } = await asked.query<{ held: boolean }>('select pg_try_advisory_lock($1) as held', [LEADER])
        // Lost meanwhile, it holds nothing.
        if (client === asked) leads = rows[0]!.held
      }
    } catch (error) {
      log.debug({ error })
      const gone = client
      lose()
      await gone?.end().catch(() => {})
    }
    if (!stopped) timer = setTimeout(turn, RETRY_AFTER)
  }
  timer = setTimeout(turn, 0)
  return {
    leads: () => leads,
    async end() {
      stopped = true
      clearTimeout(timer)
      const gone = client
      lose()
      await gone?.end().catch(() => {})
    },
  }
}
