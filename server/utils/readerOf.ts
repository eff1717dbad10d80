import { AsyncLocalStorage } from 'node:async_hooks'
import { writeFiguresFor, type Decimal } from '#core/words/figures'

const readers = new AsyncLocalStorage<Decimal>()
writeFiguresFor(() => readers.getStore() ?? 'point')

/** Does what somebody asked for, with figures in its sentences as they write them. */
export const writtenFor = <T>(decimal: Decimal, work: () => T): T => readers.run(decimal, work)
