import { eq } from 'drizzle-orm'
import type { Reality } from '../../../shared/schemas/job'
import type { Transaction } from '../../db/client'
import { houseState } from '../../db/schema'
import { keepState, type HouseKey } from './houseState'

const KEY = 'simulated' satisfies HouseKey

/** What a new job of this shop stands on: its tanks are real but in a demo. */
export async function shopReality(reader: Pick<Transaction, 'select'>): Promise<Exclude<Reality, 'practice'>> {
  const [marked] = await reader.select({ key: houseState.key }).from(houseState).where(eq(houseState.key, KEY))
  return marked ? 'simulated' : 'real'
}

/** Makes this a shop of simulated tanks, before its first job. */
export const simulateShop = (now: Date): Promise<void> => keepState(KEY, { all: true }, now)
