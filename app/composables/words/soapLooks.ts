import type { SmokeMark } from '#core/leaktest/smoke/smoke'
import type { SoapMark } from '#core/leaktest/soap/soap'
import type { StateLook } from './stateLooks'

/** How each mark of a soap walk is written, keyed and shown. */
export const soapWords: Record<SoapMark, string> = {
  'dry': 'Dry',
  'foams': 'Foams',
  'bubbles': 'Bubbles',
  'not reached': 'Not reached',
}
export const soapKeys: Record<SoapMark, string> = { 'dry': 'd', 'foams': 'f', 'bubbles': 'b', 'not reached': 'x' }
export const soapLook = (mark: SoapMark): StateLook =>
  mark === 'dry' ? 'sealed' : mark === 'not reached' ? 'unsure' : 'leaking'

/** How each mark in smoke is written, keyed and shown. */
export const smokeWords: Record<SmokeMark, string> = { clear: 'Clear', smoke: 'Smoke', dye: 'Dye' }
export const smokeKeys: Record<SmokeMark, string> = { clear: 'c', smoke: 's', dye: 'd' }
export const smokeLook = (mark: SmokeMark): StateLook => (mark === 'clear' ? 'sealed' : 'leaking')
