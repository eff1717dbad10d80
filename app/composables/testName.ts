import type { LedgerTest } from '#core/ledger/ledger'

const kinds = { hold: 'Hold', balloon: 'Balloon', soap: 'Soap', smoke: 'Smoke', flow: 'Flow tube' } as const

/** A test's name, such as Hold 2. */
export const testName = (test: Pick<LedgerTest, 'kind' | 'number'>) => `${kinds[test.kind]} ${test.number}`
