import { flowAtMark, type BallReading, type FlowTube } from '../../../../core/leaktest/flowtube/flowTube'
import { farEnds, openedAt, type SmokeMark } from '../../../../core/leaktest/smoke/smoke'
import { sensorVolts, smokeAt, smokeFlow } from '../../../../core/standin/smokeMachine'
import type { LinkState } from '../../../../core/circuit/circuit'
import { systemLimit } from '../../../../shared/ledgerParts'
import { isSimulated } from '../../../../shared/jobEntries'
import { liveParts } from '../../../../shared/jobCircuit'
import type { SmokeEventForm } from '../../../../shared/leaktest/smoke/smokeForm'
import { smokeOn } from '../../../../shared/leaktest/smoke/smokeTest'
import type { SmokeView } from '../../../../shared/leaktest/smoke/smokeView'
import { setupOf } from '../../../../shared/leaktest/testView'
import type { JobView } from '../../../../shared/views'
import type { HiddenTank } from '../../../db/schema/hiddenTank'
import type { TestEntries } from '../../../db/schema/testFacts'
import { reachInTruth, remainingLeaks } from '../hiddenTank'
import { MOST_OF_LIMIT } from '../../shelf/kit'
import { notFound, refuseField } from '../../ground/refusal'
import type { EntryCall, TestService } from '../testService'

const verbs = {
  link: 'switched a valve in smoke',
  arrival: 'looked for smoke at a far end',
  flow: 'read the flow tube',
  mark: 'looked at a part in smoke',
}

/** Smoke fed into the circuit; all that was done and seen are its events. */
export const smokeService: TestService<'smoke'> = {
  verbs: { begin: 'put smoke on', end: 'took smoke off' },
  ended: 'This smoke test has ended. Start another.',
  pressure: { field: 'pressure', of: form => form.pressure },
  cautions: () => ({ act: 'air or smoke', what: 'smoke' }),
  blowsIn: form => !form.simulated,
  onStandIn: form => form.simulated,
  facts({ tube, own, simulated, pressure }, tank) {
    const onScale = offScale(own, tube)
    if (onScale) throw refuseField('own', onScale)
    const leaks = own.ball === 'floats' ? flowAtMark(own.at, tube, pressure) : own.ball === 'top' ? Infinity : 0
    if (!isSimulated(tank) && leaks > MOST_OF_LIMIT * systemLimit(tank))
      throw refuseField('own', 'The machine leaks more than half of what the tank may. Mend it, and check it again.')
    return { tube, own, simulated }
  },
  entries: {
    event: {
      verb: (form: SmokeEventForm) => verbs[form.kind],
      record: ({ form, tank, test }: Omit<EntryCall<'smoke'>, 'form'> & { form: SmokeEventForm }) => eventOf(form, tank, test),
    },
  },
  view: ({ facts }, entries, common, { name }) => ({
    ...common,
    ...facts,
    events: entries.map(({ id, at, personId, entry }) => ({ ...entry, id, at: +at, by: name(personId) })),
  }),
  look: ({ what, at }, test, tank, hidden, now) => seenAt(placeToLook(what, at), test, tank, hidden, now),
}

/** Why a ball cannot float where somebody says, or null. */
function offScale(reading: BallReading, { smallest, largest }: FlowTube): string | null {
  if (reading.ball !== 'floats') return null
  if (reading.at < 0.999 * smallest)
    return 'That is below the smallest mark of the tube: say that the ball lies on the floor, or check the unit.'
  return reading.at > 1.001 * largest
    ? 'That is above the largest mark of the tube: say that the ball stands at the top, or check the unit.'
    : null
}

/** What a form says happened, without its time. @throws Refusal 422 when it names what is not there */
function eventOf(form: SmokeEventForm, tank: JobView, test: SmokeView): TestEntries['smoke'] {
  switch (form.kind) {
    case 'link':
      if (!tank.circuit.links.some(link => link.id === form.linkId))
        throw refuseField('linkId', 'That valve is not in this circuit.')
      return { kind: 'link', linkId: form.linkId!, to: form.to as LinkState }
    case 'arrival':
      if (!farEnds(tank.circuit, liveParts(tank), setupOf(test)).some(end => end.id === form.end))
        throw refuseField('end', 'That is no far end of this circuit.')
      return { kind: 'arrival', end: form.end!, seen: form.seen! }
    case 'flow': {
      const wrong = offScale(form.reading!, test.tube)
      if (wrong) throw refuseField('reading', wrong)
      return { kind: 'flow', reading: form.reading! }
    }
    case 'mark':
      if (!liveParts(tank).some(each => each.id === form.partId)) throw refuseField('partId', 'That part is not on this tank.')
      return { kind: 'mark', partId: form.partId!, mark: form.mark as SmokeMark }
  }
}

/** What can be looked at on a simulated circuit. */
type StandInPlace = { what: 'tube' } | { what: 'sensor' } | { what: 'part'; id: string } | { what: 'end'; id: string }
type StandInLook =
  | { what: 'tube'; reading: BallReading }
  | { what: 'sensor'; volts: number; zero: number }
  | { what: 'part'; mark: SmokeMark }
  | { what: 'end'; seen: boolean }

/** The place that an address asks to look at. @throws Refusal 404 when it names none */
function placeToLook(what: unknown, at: unknown): StandInPlace {
  if (what === 'tube' || what === 'sensor') return { what }
  if ((what === 'part' || what === 'end') && typeof at === 'string') return { what, id: at }
  throw notFound('place to look at')
}

const SENSOR_ZERO = 2.5 // V

/**
 * The tube, the pressure sensor's volts with the cap off, a part in the lamp's light, or whether smoke comes out at a far end
 * opened for a moment.
 */
function seenAt(place: StandInPlace, test: SmokeView, tank: JobView, hidden: HiddenTank, now: number): StandInLook {
  const { setup } = smokeOn(tank, test)
  const leaksAt = (partId: string) => remainingLeaks(hidden, tank, now).filter(leak => leak.partId === partId)
  const rateAt = (partId: string, reached: readonly string[]) =>
    reached.includes(partId)
      ? leaksAt(partId).reduce((sum, leak) => sum + (leak.rate * setup.pressure) / leak.referencePressure, 0)
      : 0
  switch (place.what) {
    case 'sensor': {
      const volts = sensorVolts(0, {
        zero: SENSOR_ZERO,
        offset: hidden.sensorOffset ?? 0,
        seed: hidden.seed,
        index: test.events.length,
      })
      return { what: 'sensor', volts: Math.round(1000 * volts) / 1000, zero: SENSOR_ZERO }
    }
    case 'part':
      return { what: 'part', mark: smokeAt(rateAt(place.id, reachInTruth(hidden, tank, setup).reached)) }
    case 'end':
      return {
        what: 'end',
        seen: reachInTruth(hidden, tank, openedAt(tank.circuit, liveParts(tank), setup, place.id)).escapes.includes(place.id),
      }
    case 'tube': {
      const { reached, escapes } = reachInTruth(hidden, tank, setup)
      const leaks = liveParts(tank).map(part => rateAt(part.id, reached))
      const flow = smokeFlow(
        { seed: hidden.seed, leaks, openEnds: escapes.length, pressure: setup.pressure },
        test.events.length,
      )
      const mark = flow / flowAtMark(1, test.tube, setup.pressure)
      const { smallest, largest } = test.tube
      return {
        what: 'tube',
        reading: mark < smallest ? { ball: 'floor' } : mark > largest ? { ball: 'top' } : { ball: 'floats', at: mark },
      }
    }
  }
}
