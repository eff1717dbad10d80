import fc from 'fast-check'
import { tankKinds } from '../core/circuit/tankKinds'
import { jobView, partView } from './jobView.fixture'
import { jobFixings, rebuildOf, strippedNow } from './rebuild'
import type { JobView } from './views'
import type { StripView } from './record/kinds/strip'

const stages = ['lowered a little', 'tank up'] as const
/**
 * A tank of any kind with some of it off, some of that on again, some said to be absent, some struck out, logged in any order.
 */
const stripping = fc.constantFrom(...tankKinds).chain(kind => {
  const job = jobView({
    circuit: kind.circuit,
    material: kind.material,
    parts: kind.parts.map((part, position) => partView(part.key, { ...part, id: part.key, position })),
    plan: { place: 'outdoors', acts: ['remove the tank'] },
  })
  const fixings = jobFixings(job)
  const states = fc.array(
    fc.constantFrom('left' as const, 'off' as const, 'off' as const, 'on again' as const, 'absent' as const, 'struck' as const),
    { minLength: fixings.length, maxLength: fixings.length },
  )
  return fc
    .tuple(
      states,
      fc.shuffledSubarray(
        fixings.map((_, i) => i),
        { minLength: fixings.length },
      ),
    )
    .map(([drawn, order]) => {
      const stripped = order.flatMap((i): StripView[] =>
        drawn[i] === 'left'
          ? []
          : [
              {
                id: `line ${i}`,
                fixing: fixings[i]!.key,
                name: fixings[i]!.name,
                mark: '',
                facing: '',
                fastener: '',
                torque: null,
                condition: '',
                photoId: null,
                by: 'Finn',
                at: i,
                absent: drawn[i] === 'absent',
                struck: drawn[i] === 'struck' ? 'wrong' : null,
                refit: drawn[i] === 'on again' ? { by: 'Oda', at: 99, photoId: null } : null,
              },
            ],
      )
      return { ...job, stripped } satisfies JobView
    })
})

test('each line that counts is on the rebuild list once, and what is left is counted', () => {
  fc.assert(
    fc.property(stripping, job => {
      const { rows, left } = rebuildOf(job)
      const listed = rows.flatMap(row => (row.kind === 'refit' ? [row.entry.id] : []))
      expect([...listed].sort()).toEqual(
        strippedNow(job)
          .map(entry => entry.id)
          .sort(),
      )
      expect(left).toBe(strippedNow(job).filter(entry => entry.refit === null).length)
    }),
  )
})

test('everything that must come off is listed, missed or said to be absent: nothing falls between, and nothing is two of them', () => {
  fc.assert(
    fc.property(stripping, job => {
      const { missed } = rebuildOf(job)
      const listed = new Set(strippedNow(job).map(entry => entry.fixing))
      const absent = new Set(job.stripped.filter(entry => entry.absent && !entry.struck).map(entry => entry.fixing))
      for (const fixing of missed) {
        expect(listed.has(fixing.key) || absent.has(fixing.key)).toBe(false)
        expect(fixing.away).toBe(false)
      }
      if (missed.length > 0)
        expect(new Set([...listed, ...absent, ...missed.map(fixing => fixing.key)]).size).toBeGreaterThanOrEqual(
          jobFixings(job).filter(fixing => !fixing.away).length,
        )
    }),
  )
})

test('whatever was logged in whatever order, no hose goes on under a tank that is already up', () => {
  fc.assert(
    fc.property(stripping, job => {
      const { rows } = rebuildOf(job)
      const reached = rows.flatMap(row => (row.kind === 'refit' && row.fixing ? [row.fixing] : []))
      const ranks = reached.map(fixing => stages.indexOf(fixing.stage as (typeof stages)[number]))
      expect(ranks).toEqual([...ranks].sort((a, b) => a - b))
      // Straps before what is reached only with the tank in its place.
      const up = reached.filter(fixing => fixing.stage === 'tank up')
      const lastStrap = up.findLastIndex(fixing => fixing.kind === 'strap'),
        firstOther = up.findIndex(fixing => fixing.kind !== 'strap')
      if (lastStrap >= 0 && firstOther >= 0) expect(lastStrap).toBeLessThan(firstOther)
    }),
  )
})

test('before each move just those are named that come before it and are not on', () => {
  fc.assert(
    fc.property(stripping, job => {
      const { rows } = rebuildOf(job)
      for (const [i, row] of rows.entries()) {
        if (row.kind !== 'step') continue
        expect(row.notOn).toEqual(
          rows.slice(0, i).flatMap(each => (each.kind === 'refit' && each.entry.refit === null ? [each.entry.name] : [])),
        )
      }
    }),
  )
})
