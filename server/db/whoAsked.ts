import { AsyncLocalStorage } from 'node:async_hooks'
import { setMaxListeners } from 'node:events'
import pg from 'pg'

const whoAsked = new AsyncLocalStorage<AbortSignal>()

/** Does what somebody waits for: once they have gone, its statement under way is cancelled and it sends no more. */
export const whileAsked = <T>(gone: AbortSignal, work: () => T | Promise<T>): Promise<T> => {
  setMaxListeners(0, gone)
  // Waited for within: what asks the database only when it is waited for does so here.
  return whoAsked.run(gone, async () => await work())
}

type Query = (...asked: unknown[]) => unknown

const takesBack = (asked: unknown) => /^rollback/i.test(typeof asked === 'string' ? asked : (asked as { text: string }).text)

/** A pool whose statements end with whoever asked for them. @param url a postgres:// address */
export function poolFor(url: string, settings: pg.PoolConfig): pg.Pool {
  const cancelling = new pg.Pool({ connectionString: url, max: 1, idleTimeoutMillis: 1000, allowExitOnIdle: true })
  cancelling.on('error', () => {})

  class AskedClient extends pg.Client {
    /** A statement of this connection is being cancelled: until that is done another one would be ended in its place. */
    #ending: Promise<unknown> | null = null

    constructor(settings?: string | pg.ClientConfig) {
      super(settings)
      // A connection that breaks ends its statements with the error; told to nobody besides it would end the program.
      this.on('error', () => {})
    }

    override query = ((...asked: unknown[]) => {
      const send = super.query.bind(this) as Query
      if (this.#ending) return this.#ending.then(() => (this.query as Query)(...asked))
      const gone = whoAsked.getStore()
      // What takes a transaction back is sent for whoever has gone too: the connection goes on to somebody else.
      if (!gone || takesBack(asked[0])) return send(...asked)
      if (gone.aborted) return Promise.reject(gone.reason as Error)
      const cancel = () => {
        const { processID } = this as unknown as { processID: number }
        this.#ending = cancelling
          .query('select pg_cancel_backend($1)', [processID])
          .catch(() => {})
          .finally(() => (this.#ending = null))
      }
      gone.addEventListener('abort', cancel, { once: true })
      const answer = send(...asked) as Promise<unknown>
      return answer
        .catch((error: Error) => {
          throw gone.aborted ? (gone.reason as Error) : error
        })
        .finally(() => gone.removeEventListener('abort', cancel))
    }) as pg.Client['query']
  }

  class AskedPool extends pg.Pool {
    // The package's own hands a connection over by a callback, which runs for whoever gave it back and not for whoever asks.
    override query = (async (...asked: unknown[]) => {
      const client = await this.connect()
      try {
        return await (client.query as Query)(...asked)
      } finally {
        client.release()
      }
    }) as pg.Pool['query']

    override async end(): Promise<void> {
      await super.end()
      await cancelling.end()
    }
  }
  return new AskedPool({ connectionString: url, Client: AskedClient, ...settings } as pg.PoolConfig)
}
