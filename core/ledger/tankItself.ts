import type { LedgerEntries, LedgerPart, LedgerTest } from './ledger'

/**
 * What is left of a leak that was measured when everything fitted that the test reached was found dry in looks after it began:
 * the tank's own skin, what nobody has looked at first. Null while a fitting may still be it.
 */
export function tankItself(test: LedgerTest, { parts, tests }: LedgerEntries): LedgerPart[] | null {
  const reached = parts.filter(part => test.felt.has(part.id))
  const skin = reached.filter(part => part.skin)
  const fitted = reached.filter(part => !part.skin)
  const dry = new Set(
    tests.flatMap(each =>
      each.says === 'looks' && each.begin >= test.begin
        ? each.marks.filter(({ mark }) => mark === 'dry').map(({ partId }) => partId)
        : [],
    ),
  )
  if (skin.length === 0 || fitted.length === 0 || !fitted.every(part => dry.has(part.id))) return null
  return [...skin.filter(part => !dry.has(part.id)), ...skin.filter(part => dry.has(part.id))]
}
