import { throughputFromStandard } from '../../quantity/standardLeakRate'

export const soapMarks = ['dry', 'foams', 'bubbles', 'not reached'] as const
export type SoapMark = (typeof soapMarks)[number]

/**
 * Smallest leak that soapy water and half a minute a spot show, Pa·m3/s: 0.1 std mL/min (ASTM E515, bubble emission, liquid
 * film).
 */
export const SOAP_SMALLEST_SEEN = throughputFromStandard(0.1)
/** Time to watch each spot, s. */
export const SOAP_WATCH_TIME = 30

/** Whether a mark is a find. */
export const isFind = (mark: string) => mark === 'foams' || mark === 'bubbles'
