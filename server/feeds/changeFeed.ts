import pg from 'pg'
import type { ChangeNotice } from '#shared/views'
import { CHANGE_CHANNEL } from '../services/change'

const listeners = new Set<(notice: ChangeNotice) => void>()

/** Hears every committed change. @returns a function that stops it */
export function onChange(listener: (notice: ChangeNotice) => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** Listens to the database for changes, and again whenever the connection is lost. */
export async function listenForChanges(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  const again = () => setTimeout(() => void listenForChanges(url), 1000)
  client.on('error', () => {})
  client.once('end', again)
  client.on('notification', ({ payload }) => {
    if (!payload) return
    const notice = JSON.parse(payload) as ChangeNotice
    listeners.forEach(listener => listener(notice))
  })
  try {
    await client.connect()
    await client.query(`listen ${CHANGE_CHANNEL}`)
  }
  catch {
    client.removeListener('end', again)
    await client.end().catch(() => {})
    again()
  }
}
