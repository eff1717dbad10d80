import * as yup from 'yup'
import { closures, type Closure } from '../../core/circuit/boundary'
import { linkStates, type LinkState } from '../../core/circuit/circuit'

const isMapOf = (values: readonly string[]) => (value: unknown) => typeof value === 'object' && value !== null && !Array.isArray(value) && Object.values(value).every(each => values.includes(each as string))

/** How each opening is closed, by part id. */
export const closuresSchema = () => yup.mixed<Record<string, Closure>>().default({}).test('closures', 'Each opening needs a known closure.', isMapOf(closures))
/** How valves and pinches are set, by link id; those that are not named stand as they do by themselves. */
export const linksSchema = () => yup.mixed<Record<string, LinkState>>().default({}).test('links', 'Each valve or pinch is open or shut.', isMapOf(linkStates))
