import * as yup from 'yup'
import { linkStates } from '../../../core/circuit/circuit'
import { smokeGases, type BallReading, type SmokeGas } from '../../../core/leaktest/flowtube/flowTube'
import { smokeMarks } from '../../../core/leaktest/smoke/smoke'
import { entryId, line, oneOf, positive, quantity, uuidField } from '../../schemas/fields'
import { closuresSchema, linksSchema, reliefSchema, wettedShareSchema } from '../setupForm'

/** A litre a minute and more than a thousand is no flow tube of a smoke machine, m3/s. */
const MOST_FLOW = 1 / 60
const flow = (name: string) => positive(name).max(MOST_FLOW, `${name} above 1,000 L/min is not believable. Check the unit.`)

/** A float tube reads to about a tenth of its scale, with two scales or floats to a hundredth, and to 1 % of it (VDI/VDE 3513). */
const TURN_DOWN = 100
const BEST_CLASS = 0.01
/** The finest tubes that there are: half a millilitre a minute, m3/s. */
const LEAST_FLOW = 0.5e-6 / 60

const isBall = (value: unknown) => {
  const reading = value as Partial<BallReading> | null
  return (
    typeof reading === 'object' &&
    reading !== null &&
    (reading.ball === 'floor' ||
      reading.ball === 'top' ||
      (reading.ball === 'floats' && typeof reading.at === 'number' && reading.at >= 0 && reading.at <= MOST_FLOW))
  )
}
const ball = (name: string) =>
  yup
    .mixed<BallReading>()
    .required(`${name} is missing.`)
    .test('ball', `${name}: type where the ball stands, or say that it lies on the floor or at the top.`, isBall)

export const smokeSchema = yup.object({
  id: entryId(),
  pressure: positive('Pressure').max(10_000, 'A smoke machine above 10 kPa is not believable. Check the unit.'),
  closures: closuresSchema(),
  links: linksSchema(),
  wettedShare: wettedShareSchema(),
  tube: yup
    .object({
      smallest: flow('Smallest mark').min(LEAST_FLOW, 'No flow tube has a mark below 0.5 mL/min. Check the unit.'),
      largest: flow('Largest mark').when('smallest', ([smallest], schema) =>
        schema
          .test('larger', 'The largest mark must be above the smallest.', value => !(Number(value) <= Number(smallest)))
          .test(
            'turn-down',
            'The smallest mark of a flow tube is no less than a hundredth of its largest. Look at its scale.',
            value => !(Number(value) > TURN_DOWN * Number(smallest)),
          ),
      ),
      readDoubt: quantity('Reading doubt')
        .min(BEST_CLASS, 'No flow tube is read better than to a hundredth of its largest mark.')
        .max(0.5, 'So coarse a tube says nothing.'),
      gas: oneOf<SmokeGas>(
        smokeGases.map(gas => gas.key),
        'Gas',
      ),
    })
    .required('The flow tube is missing.'),
  own: ball('The machine check'),
  simulated: yup.boolean().default(false),
  relief: reliefSchema(),
  earlyReason: line('The reason', 300).default(''),
})
export type SmokeForm = yup.InferType<typeof smokeSchema>

export const smokeEventSchema = yup.object({
  id: entryId(),
  kind: oneOf(['link', 'arrival', 'flow', 'mark'] as const, 'What happened'),
  linkId: yup
    .string()
    .when('kind', ([kind], schema) => (kind === 'link' ? schema.trim().max(60).required('Choose the valve.') : schema.strip())),
  to: yup.string().when('kind', ([kind], schema) => (kind === 'link' ? oneOf(linkStates, 'How it is set') : schema.strip())),
  end: yup
    .string()
    .when('kind', ([kind], schema) =>
      kind === 'arrival' ? schema.trim().max(60).required('Choose the far end.') : schema.strip(),
    ),
  seen: yup
    .boolean()
    .when('kind', ([kind], schema) =>
      kind === 'arrival' ? schema.required('Say whether smoke came out there.') : schema.strip(),
    ),
  reading: yup.mixed<BallReading>().when('kind', ([kind], schema) => (kind === 'flow' ? ball('The reading') : schema.strip())),
  partId: yup.string().when('kind', ([kind], schema) => (kind === 'mark' ? uuidField('Part') : schema.strip())),
  mark: yup.string().when('kind', ([kind], schema) => (kind === 'mark' ? oneOf(smokeMarks, 'What it showed') : schema.strip())),
})
export type SmokeEventForm = yup.InferType<typeof smokeEventSchema>

/** What a find looks like in smoke. */
export const smokeShows = ['smoke', 'dye'] as const
