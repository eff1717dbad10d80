import * as yup from 'yup'
import { senderStandardKeys, type SenderStandardKey } from '../../../core/leaktest/instrument/senderStandards'
import type { SweepPoint } from '../../../core/leaktest/instrument/senderSweep'
import { entryId, oneOf, quantity, words } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

/** A slow sweep of the sender from empty to full, in resistances. */
interface SenderFacts {
  kind: 'sender'
  standard: SenderStandardKey
  points: SweepPoint[]
  /** whether the float was found with fuel in it; null where nobody looked */
  floatFilled: boolean | null
  simulated: boolean
}
/** What a tank pressure sensor gives with the cap off. */
interface SensorFacts {
  kind: 'sensor'
  /** V, as read and as the manual has it */
  volts: number
  zero: number
}
/** A valve of the circuit, switched: whether air passes without and with its current. */
interface ValveFacts {
  kind: 'valve'
  link: string
  passesAtRest: boolean
  passesSwitched: boolean
}
/** At what a cap or valve lets go, on a water column: Pa, null where it did not below the tank's limit. */
interface ReliefFacts {
  kind: 'relief'
  opensAt: number | null
  opensUnder: number | null
}
export type InstrumentFacts = SenderFacts | SensorFacts | ValveFacts | ReliefFacts
export type InstrumentKind = InstrumentFacts['kind']
const instrumentKinds = ['sender', 'sensor', 'valve', 'relief'] as const satisfies readonly InstrumentKind[]

/** Most points of a sweep. */
const MOST_SWEEP_POINTS = 500
const volts = (name: string) =>
  quantity(name).min(-1, 'That is no voltage of such a sensor.').max(15, 'That is no voltage of such a sensor.')
const orNull = (name: string) =>
  yup
    .number()
    .typeError('Type a number, such as 6.9 or 6,9.')
    .min(-100_000, `${name} is out of range.`)
    .max(100_000, `${name} is out of range.`)
    .nullable()
    .default(null)

const common = { id: entryId(), note: words() }
/** One form a kind, as the page sends it. */
export const instrumentSchemas = {
  sender: yup.object({
    ...common,
    standard: oneOf(senderStandardKeys, 'The standard'),
    points: yup
      .array(
        yup
          .object({
            level: quantity('Level').min(0, 'A level is from empty to full.').max(1, 'A level is from empty to full.'),
            /** ohm; null where nothing is connected */
            resistance: yup
              .number()
              .typeError('Type the ohms, such as 118.')
              .min(0, 'A resistance is not below zero.')
              .max(1e7, 'Leave it open above 10 megohm.')
              .nullable()
              .defined('Each reading has a resistance, or is open.'),
          })
          .required(),
      )
      .min(5, 'A sweep is at least five points from empty to full.')
      .max(MOST_SWEEP_POINTS, 'A sweep has at most 500 points.')
      .required('The sweep has no points.'),
    floatFilled: yup.boolean().nullable().default(null),
    simulated: yup.boolean().default(false),
  }),
  sensor: yup.object({ ...common, volts: volts('What it gives'), zero: volts('What it should give') }),
  valve: yup.object({
    ...common,
    link: yup.string().max(60).required('Choose the valve.'),
    passesAtRest: yup.boolean().required('Say whether air passes without current.'),
    passesSwitched: yup.boolean().required('Say whether air passes with current.'),
  }),
  relief: yup.object({ ...common, opensAt: orNull('Where it opens'), opensUnder: orNull('Where it opens inwards') }),
} as const
type InstrumentForm<K extends InstrumentKind> = yup.InferType<(typeof instrumentSchemas)[K]>

/** What was measured or switched of a tank's own instruments. */
type InstrumentCheckView = Said & { facts: InstrumentFacts; note: string }

/** A kind of entry for each instrument. */
const instrumentKind = <K extends InstrumentKind>(
  kind: K,
): EntryKind<'instruments', InstrumentForm<K>, Omit<InstrumentForm<K>, 'id'>, InstrumentCheckView> => ({
  schema: instrumentSchemas[kind] as never,
  aspect: 'leaks',
  list: 'instruments',
  section: 'tests',
  strikable: true,
  verb: `checked the ${kind}`,
  summary: `What was measured or switched of the tank’s own ${kind}`,
})
export const instrumentEntryKinds = Object.fromEntries(
  instrumentKinds.map(kind => [`instrument-${kind}`, instrumentKind(kind)]),
) as unknown as {
  [K in InstrumentKind as `instrument-${K}`]: EntryKind<
    'instruments',
    InstrumentForm<K>,
    Omit<InstrumentForm<K>, 'id'>,
    InstrumentCheckView
  >
}
