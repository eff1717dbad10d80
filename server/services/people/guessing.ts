import { createHash } from 'node:crypto'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { databasePool } from '../../db/client'
import { Refusal } from '../ground/refusal'

/** Where a try comes from. */
export interface TriedFrom {
  /** of the network; behind a proxy of ours, what that says */
  address: string
  /** the machine on which the program runs: its owner is never kept out of it by what others try */
  ownMachine: boolean
  /**
   * the token of a browser that has signed in with this very name before, else null: it is counted by itself, so that a stranger who
   * tries the name, from the same address or from elsewhere, does not keep its bearer out
   */
  knownDevice: string | null
}

const MINUTE = 60
const HOUR = 3600

/** Most tries of each kind: of one name in a browser that it is known in, of one name from one address, of all names from one address, and of one name from anywhere. */
const limits = {
  'name in its browser': { points: 8, duration: MINUTE },
  'name at address': { points: 8, duration: MINUTE },
  'address': { points: 60, duration: MINUTE },
  'name': { points: 100, duration: HOUR },
  'own password': { points: 8, duration: MINUTE },
  'owner code': { points: 8, duration: MINUTE },
  'owner code anywhere': { points: 60, duration: HOUR },
} as const
type Limit = keyof typeof limits

let opened: { pool: unknown; limiters: Record<Limit, RateLimiterPostgres> } | undefined

/** Counted in the database, so that two servers share it and a restart forgets nothing. */
function limiters(): Record<Limit, RateLimiterPostgres> {
  const pool = databasePool()
  if (opened?.pool !== pool) {
    const made = Object.entries(limits).map(([name, limit]) => [
      name,
      new RateLimiterPostgres({
        ...limit,
        keyPrefix: name,
        storeClient: pool,
        storeType: 'pool',
        tableName: 'guess',
        tableCreated: true,
        clearExpiredByTimeout: true,
      }),
    ])
    opened = { pool, limiters: Object.fromEntries(made) as Record<Limit, RateLimiterPostgres> }
  }
  return opened.limiters
}

/** Longer than any name or address; the column holds 255 with its prefix. */
const MOST_KEY = 200

/**
 * Counts a try before it is looked at, so that many at once are no way around it.
 * @returns what to call when it was right: then it did not count against the address or the name
 * @throws Refusal 429
 */
async function count(tries: readonly (readonly [Limit, string])[]): Promise<() => Promise<void>> {
  const all = limiters()
  for (const [limit, key] of tries) {
    try {
      await all[limit].consume(key.slice(0, MOST_KEY))
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error
      const minutes = Math.ceil(error.msBeforeNext / 60_000)
      throw new Refusal(
        429,
        `Too many tries. Wait ${minutes <= 1 ? 'a minute' : minutes < 60 ? `${minutes} minutes` : 'an hour'}, then try again.`,
      )
    }
  }
  return async () => {
    // One's own right password gives back the one try it took, and no more: it is no way to wipe out what others tried from there.
    for (const [limit, key] of tries) {
      if (['name in its browser', 'name at address', 'own password'].includes(limit))
        await all[limit].delete(key.slice(0, MOST_KEY))
      else await all[limit].reward(key.slice(0, MOST_KEY))
    }
  }
}

/** A try to sign in with a name. @throws Refusal 429 */
export const countSignIn = (login: string, { address, ownMachine, knownDevice }: TriedFrom): Promise<() => Promise<void>> =>
  count(
    knownDevice === null
      ? [['name at address', `${address} ${login}`], ['address', address], ...(ownMachine ? [] : ([['name', login]] as const))]
      : // The token opens nothing by itself; what is kept of it opens nothing at all.
        [['name in its browser', `${createHash('sha256').update(knownDevice).digest('base64url')} ${login}`]],
  )

/** A try of somebody signed in to show that it is they. @throws Refusal 429 */
export const countOwnPassword = (personId: string) => count([['own password', personId]])

/** A try of the code from the terminal. @throws Refusal 429 */
export const countOwnerCode = ({ address, ownMachine }: TriedFrom) =>
  count([['owner code', address], ...(ownMachine ? [] : ([['owner code anywhere', 'all']] as const))])
