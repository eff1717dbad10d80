import type { SmokeMark } from '#core/leaktest/smoke/smoke'
import { isFind, type SoapMark } from '#core/leaktest/soap/soap'
import type { StateLook } from './stateLooks'

/** How each mark of a soap walk is written, keyed and shown. */
export const soapWords: Record<SoapMark | 'not watched', string> = {
  'dry': 'Dry',
  'foams': 'Foams',
  'bubbles': 'Bubbles',
  'not reached': 'Not reached',
  'not watched': 'Not watched',
}
export const soapKeys: Record<SoapMark, string> = { 'dry': 'd', 'foams': 'f', 'bubbles': 'b', 'not reached': 'x' }
export const soapLook = (mark: SoapMark | 'not watched'): StateLook =>
  mark === 'dry' ? 'sealed' : isFind(mark) ? 'leaking' : 'unsure'

/** How each mark in smoke is written, keyed and shown. */
export const smokeWords: Record<SmokeMark, string> = { clear: 'Clear', smoke: 'Smoke', dye: 'Dye' }
export const smokeKeys: Record<SmokeMark, string> = { clear: 'c', smoke: 's', dye: 'd' }
export const smokeLook = (mark: SmokeMark): StateLook => (mark === 'clear' ? 'sealed' : 'leaking')

/** How each mark of a look is written, keyed and shown; what a part can show by itself has many names. */
export const lookMarks = ['dry', 'shows', 'not reached'] as const
type LookMark = (typeof lookMarks)[number]
export const lookWords: Record<LookMark, string> = { 'dry': 'Dry', 'shows': 'It shows', 'not reached': 'Not reached' }
export const lookKeys: Record<LookMark, string> = { 'dry': 'd', 'shows': 'w', 'not reached': 'x' }
export const lookLook = (mark: string | undefined): StateLook =>
  mark === undefined || mark === 'not reached' ? 'unsure' : mark === 'dry' ? 'sealed' : 'leaking'
