import * as yup from 'yup'
import { closures, isFeed, type Closure } from '../../core/circuit/boundary'
import { linkStates, type LinkState } from '../../core/circuit/circuit'
import { oneOf, positive, quantity } from '../schemas/fields'

const isMapOf = (values: readonly string[]) => (value: unknown) =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.values(value).every(each => values.includes(each as string))

/** What keeps a tank's pressure from passing its limit while air or smoke goes in. */
export const reliefKinds = ['water column', 'relief valve', 'regulator'] as const
export type ReliefKind = (typeof reliefKinds)[number]
export interface Relief {
  kind: ReliefKind
  /** Pa gauge at which it opens, spills or shuts off */ opensAt: number
}

/** What kept a test below the limit: what was chosen for it, or a balloon that was on the tank already. */
export interface KeptRelief {
  kind: ReliefKind | 'balloon'
  /** Pa gauge */ opensAt: number
}

/** Against the tank's own limit it is checked where the tank is known. */
export const reliefSchema = () =>
  yup
    .object({
      kind: oneOf(reliefKinds, 'What keeps it below the limit'),
      opensAt: positive('Pressure at which it opens').max(200_000, 'That is above 200 kPa. Check the unit.'),
    })
    .nullable()
    .default(null)

/** Share of the capacity that is liquid: gas says nothing of the parts under it. */
export const wettedShareSchema = () =>
  quantity('How much fuel is in it')
    .min(0, 'It cannot be less than nothing.')
    .max(0.95, 'With so much fuel there is no gas left to test.')

/** How each opening is closed, by part id, as somebody said it; exactly one of them feeds. */
export const closuresSchema = () =>
  yup
    .mixed<Record<string, Closure>>()
    .default({})
    .test('closures', 'Each opening needs a known closure.', isMapOf(closures))
    .test('feed', 'Air or smoke goes in at exactly one opening: say which.', value =>
      isMapOf(closures)(value) ? Object.values(value).filter(isFeed).length === 1 : true,
    )
/** How valves and pinches are set, by link id; those that are not named stand as they do by themselves. */
export const linksSchema = () =>
  yup.mixed<Record<string, LinkState>>().default({}).test('links', 'Each valve or pinch is open or shut.', isMapOf(linkStates))
