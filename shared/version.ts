import { version } from '../package.json'

/** What this program calls itself, with its version. */
export const PROGRAM = `Zinc Bell ${version}`
