import { holdingLinks } from '../../../core/circuit/reach'
import { fuels } from '../../../core/fuel/fuels'
import { wallOf } from '../../../core/hold/besides/surroundings'
import type { HoldSetup } from '../../../core/hold/holdSetup'
import type { PlannedHold } from '../../../core/planning/plannedHold'
import { UNSEEN_BAROMETER_CHANGE, UNSEEN_TEMPERATURE_CHANGE } from '../../../core/hold/unseenChange'
import { rigLeakAt } from '../../../core/leaktest/rig/rigCheck'
import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { WATER_DENSITY } from '../../../core/quantity/waterDensity'
import { targetPressure } from '../../jobCircuit'
import { ledgerParts, systemLimit } from '../../ledgerParts'
import { lastRelief, overLimit } from '../../limits'
import { weighingNow, wettedNow } from '../../safety'
import type { JobView, KitItemView } from '../../views'
import { strictestLimit, type LimitsJob } from '../limitsReached'
import { testsOf } from '../tests'
import type { HoldForm, HoldKit } from './holdForm'
import type { HoldView } from './holdView'

/** A hold's set-up while it is being typed. Quantities are SI; one that is being typed may be NaN. */
export type HoldDraft = Omit<HoldForm, 'id'>

/** Doubt of an instrument that is read, when nobody knows better: K and Pa over the hold. */
const READ = { temperature: 0.05, barometer: 10 }
/** Doubt of a rig that was never checked, Pa·m3/s. */
const UNCHECKED_RIG = throughputFromStandard(0.05)

/** A draft of which nothing was taken from the tank yet: its volume is zero, and so is the step of a gauge that nobody named. */
export const blankHold = (): HoldDraft => ({
  source: 'typed',
  method: 'pressure-decay',
  volume: 0,
  volumeUncertainty: 0,
  wallGive: null,
  wallGiveDoubt: null,
  testPressure: 0,
  gaugeStep: 0,
  gaugeNoise: 5,
  gaugeStick: null,
  hasThermometer: true,
  hasBarometer: true,
  temperatureDoubt: READ.temperature,
  barometerDoubt: READ.barometer,
  rigLeak: 0,
  rigLeakDoubt: UNCHECKED_RIG,
  closures: {},
  links: {},
  supply: 'hand pump',
  relief: null,
  earlyReason: '',
  scale: { kind: 'gauge' },
  kit: {},
  wettedShare: 0,
  bottle: null,
  course: 'plain',
  place: 'indoors',
  inside: 'aired',
})

/**
 * What a new hold on a job begins with: the last one that was not struck out, or else what is known of the tank. How its openings
 * are closed, and how much fuel is in it when nobody said so today, is asked anew.
 */
export function draftFor(job: JobView): HoldDraft {
  const begun: HoldDraft = {
    ...blankHold(),
    relief: lastRelief(job),
    ...(job.reality === 'practice' && { source: 'stand-in' }),
  }
  const wettedShare = wettedNow(job)
  const last = testsOf(job, 'hold').findLast(hold => !hold.struck)
  if (last) return { ...begun, ...draftFrom(last), wettedShare }
  const fuel = Math.min(weighingNow(job).level ?? 0, job.capacity)
  return {
    ...begun,
    volume: job.capacity - fuel,
    wettedShare,
    volumeUncertainty: Number((job.capacity * 0.03).toPrecision(2)),
    testPressure: targetPressure(job),
    links: holdingLinks(job.circuit),
  }
}

function draftFrom({ setup, course, links, supply, source, scale, kit, hasThermometer, hasBarometer }: HoldView) {
  return {
    volume: setup.space.volume,
    volumeUncertainty: setup.volumeUncertainty,
    testPressure: setup.testPressure,
    method: setup.method,
    gaugeStep: setup.gauge.resolution,
    gaugeNoise: setup.gauge.noise,
    gaugeStick: setup.gauge.stick ?? null,
    temperatureDoubt: setup.temperatureChangeUncertainty,
    barometerDoubt: setup.barometerChangeUncertainty,
    rigLeak: setup.rigLeak,
    rigLeakDoubt: setup.rigLeakUncertainty,
    links: { ...links },
    supply: supply ?? ('hand pump' as const),
    source,
    scale: { ...scale },
    kit: { ...kit },
    hasThermometer,
    hasBarometer,
    bottle: setup.bottle
      ? {
          volume: setup.bottle.volume,
          lies: setup.bottle.lies,
          step: setup.bottle.gauge.resolution,
          noise: setup.bottle.gauge.noise,
          leakDoubt: setup.bottle.leakUncertainty,
        }
      : null,
    course,
    place: setup.surroundings?.place ?? ('indoors' as const),
    inside: setup.surroundings?.inside === 'dry' ? ('dry' as const) : ('aired' as const),
  }
}

/** What a set-up file tells of a hold, as a draft takes it; its limit is the job's, which counts. */
export function draftFromSetup(setup: HoldSetup): Partial<HoldDraft> {
  const { surroundings, bottle } = setup
  return {
    method: setup.method,
    volume: setup.space.volume,
    volumeUncertainty: setup.volumeUncertainty,
    wallGive: setup.space.wallGive,
    wallGiveDoubt: setup.wallGiveUncertainty,
    testPressure: setup.testPressure,
    gaugeStep: setup.gauge.resolution,
    gaugeNoise: setup.gauge.noise,
    gaugeStick: setup.gauge.stick ?? null,
    temperatureDoubt: setup.temperatureChangeUncertainty,
    barometerDoubt: setup.barometerChangeUncertainty,
    rigLeak: setup.rigLeak,
    rigLeakDoubt: setup.rigLeakUncertainty,
    kit: {},
    ...(surroundings && {
      place: surroundings.place,
      ...(surroundings.inside !== 'wet with fuel' && { inside: surroundings.inside }),
    }),
    bottle: bottle
      ? {
          volume: bottle.volume,
          lies: bottle.lies,
          step: bottle.gauge.resolution,
          noise: bottle.gauge.noise,
          leakDoubt: bottle.leakUncertainty,
        }
      : null,
  }
}

/** The same pressure the other way: a vacuum is below zero. */
export const turned = (draft: HoldDraft, method: HoldDraft['method']): Partial<HoldDraft> => ({
  method,
  testPressure: (method === 'vacuum-decay' ? -1 : 1) * Math.abs(draft.testPressure),
})

export const withThermometer = (on: boolean): Partial<HoldDraft> => ({
  hasThermometer: on,
  temperatureDoubt: on ? READ.temperature : UNSEEN_TEMPERATURE_CHANGE,
})
export const withBarometer = (on: boolean): Partial<HoldDraft> => ({
  hasBarometer: on,
  barometerDoubt: on ? READ.barometer : UNSEEN_BAROMETER_CHANGE,
})

/** What is read becomes a pressure: of a gauge as it is, of a column by its height, of a sensor by its volts. */
export function scaleOf(kind: HoldDraft['scale']['kind']): HoldDraft['scale'] {
  if (kind === 'column') return { kind, density: WATER_DENSITY }
  return kind === 'sensor' ? { kind, zero: 0.5, slope: 2500 } : { kind: 'gauge' }
}

/** A bottle as it is tied on when nobody says otherwise. */
export const usualBottle: NonNullable<HoldDraft['bottle']> = {
  volume: 0.001,
  lies: 'on the skin',
  step: 1,
  noise: 1,
  leakDoubt: throughputFromStandard(0.002),
}
const bottleOf = ({ volume, resolution, noise, leakDoubt }: Extract<KitItemView['facts'], { kind: 'bottle' }>) => ({
  ...usualBottle,
  volume,
  step: resolution,
  noise,
  leakDoubt,
})

/** A piece of kit taken into the hold with what is known of it; one that is in it already is left out again. */
export function withKit(draft: HoldDraft, slot: keyof HoldKit, item: KitItemView): Partial<HoldDraft> {
  const on = draft.kit[slot] !== item.id
  const kit = { ...draft.kit, [slot]: on ? item.id : undefined }
  const { facts } = item
  switch (facts.kind) {
    case 'gauge':
      return { kit, ...(on && { gaugeStep: facts.resolution, gaugeNoise: facts.noise }) }
    case 'thermometer':
      return { kit, ...withThermometer(on), ...(on && { temperatureDoubt: facts.drift }) }
    case 'barometer':
      return { kit, ...withBarometer(on), ...(on && { barometerDoubt: facts.drift }) }
    case 'rig': {
      const leak = on && item.rigLeak ? rigLeakAt(item.rigLeak, draft.testPressure || 1) : null
      return { kit, rigLeak: leak?.leak ?? 0, rigLeakDoubt: leak?.uncertainty ?? UNCHECKED_RIG }
    }
    case 'bottle':
      return { kit, bottle: on ? bottleOf(facts) : null }
    case 'pump':
      return { kit }
  }
}

/** Whether a person puts air into a real tank for this hold: not for a simulated one, a vacuum, or a file of what was measured elsewhere. */
export const holdBlowsIn = ({ source, method }: Pick<HoldForm, 'source' | 'method'>): boolean =>
  method === 'pressure-decay' && (source === 'typed' || source === 'camera' || source === 'device')

/** Doubt in how much a kind of tank gives, as a share of it: makers' walls vary that much. A volume check does better. */
const WALL_GIVE_DOUBT = 0.2

/** Of its smallest step a needle may stay behind that nobody tapped: a camera sees it finer than it moves. */
const UNTAPPED = 0.5

/** The set-up that the estimate reads, from a form and the tank. */
export const setupOfForm = (
  form: HoldDraft,
  tank: Pick<JobView, 'wallGive' | 'acceptance' | 'tankKind' | 'pressureLimit' | 'fuel' | 'material'>,
): HoldSetup => ({
  method: form.method,
  space: { volume: form.volume, wallGive: form.wallGive ?? tank.wallGive },
  volumeUncertainty: form.volumeUncertainty,
  wallGiveUncertainty: form.wallGiveDoubt ?? (form.wallGive ?? tank.wallGive) * WALL_GIVE_DOUBT,
  gauge: {
    resolution: form.gaugeStep,
    noise: form.gaugeNoise,
    ...(form.source === 'camera' && { stick: form.gaugeStick ?? UNTAPPED * form.gaugeStep }),
  },
  temperatureChangeUncertainty: form.temperatureDoubt,
  barometerChangeUncertainty: form.barometerDoubt,
  testPressure: form.testPressure,
  limit: systemLimit(tank),
  rigLeak: form.rigLeak,
  rigLeakUncertainty: form.rigLeakDoubt,
  surroundings: {
    place: form.place,
    wall: wallOf(tank.material),
    inside: form.wettedShare > 0 ? 'wet with fuel' : form.inside,
  },
  ...(form.bottle && {
    bottle: {
      volume: form.bottle.volume,
      lies: form.bottle.lies,
      gauge: { resolution: form.bottle.step, noise: form.bottle.noise },
      leakUncertainty: form.bottle.leakDoubt,
    },
  }),
  ...(form.wettedShare > 0 && {
    wetted: { share: form.wettedShare, vapourPressure: fuels.find(fuel => fuel.key === tank.fuel)!.vapourPressure },
  }),
})

/** s between readings: typed by hand each minute, by an instrument every five seconds. */
const interval = { 'typed': 60, 'camera': 5, 'stand-in': 5, 'file': 5, 'device': 5 } as const

/** The hold as the planner takes it; null while it cannot be: something is still being typed, or it is above the tank's limit. */
export function plannedFrom(
  draft: HoldDraft,
  job: Pick<JobView, 'wallGive' | 'material' | 'limitSource'> & LimitsJob,
): PlannedHold | null {
  const { volume, testPressure, gaugeStep, gaugeNoise, temperatureDoubt, barometerDoubt, rigLeakDoubt } = draft
  const { bottle } = draft
  if (bottle && !(bottle.volume > 0 && bottle.step > 0 && Number.isFinite(bottle.noise + bottle.leakDoubt))) return null
  const typed = [volume, testPressure, gaugeStep, gaugeNoise, temperatureDoubt, barometerDoubt, rigLeakDoubt]
  if (!typed.every(Number.isFinite) || !(volume > 0) || testPressure === 0 || !(gaugeStep > 0)) return null
  if (overLimit(job, testPressure, String) !== null) return null
  // Until somebody has answered how it is closed, every part is meant.
  const strictest =
    strictestLimit(job, { ...draft, pressure: testPressure, startedAt: Infinity }) ??
    Math.min(...ledgerParts(job).map(part => part.limit))
  return {
    every: interval[draft.source],
    setup: setupOfForm(draft, job),
    ...(Number.isFinite(strictest) && { strictest }),
    hasThermometer: draft.hasThermometer,
    hasBarometer: draft.hasBarometer,
    course: draft.course,
    pressureLimit: job.pressureLimit,
  }
}
