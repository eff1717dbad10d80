import pg from 'pg'
import type { ChangeNotice } from '../../shared/changes'
import { forgetAllLive, forgetLive } from '../services/bench/hold/liveHolds'
import { CHANGE_CHANNEL, OWN_SERVER, type ToldNotice } from '../services/ground/change'

const listeners = new Set<(notice: ChangeNotice) => void>()
const RECONNECT_AFTER = 1000 // ms

/** Hears every committed change. @returns a function that stops it */
export function onChange(listener: (notice: ChangeNotice) => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/**
 * Listens to the database for changes, and again whenever the connection is lost.
 * @param url a postgres:// address
 * @returns once it listens for the first time: a function that ends it
 */
export async function listenForChanges(url: string): Promise<() => Promise<void>> {
  let client: pg.Client
  let again: NodeJS.Timeout
  let stopped = false
  const connect = async () => {
    client = new pg.Client({ connectionString: url })
    let lost = false
    const retry = () => {
      if (lost || stopped) return
      lost = true
      again = setTimeout(() => void connect(), RECONNECT_AFTER)
    }
    client.on('error', retry)
    client.on('end', retry)
    client.on('notification', ({ payload }) => {
      if (!payload) return
      const { server, ...notice } = JSON.parse(payload) as ToldNotice
      // Another server took readings into a hold, or changed it: what is remembered of it here is old.
      if (server !== OWN_SERVER && notice.subjectId) forgetLive(notice.subjectId)
      listeners.forEach(listener => listener(notice))
    })
    try {
      await client.connect()
      await client.query(`listen ${CHANGE_CHANNEL}`)
      forgetAllLive()
    } catch {
      retry()
    }
  }
  await connect()
  return async () => {
    stopped = true
    clearTimeout(again)
    await client.end()
  }
}
