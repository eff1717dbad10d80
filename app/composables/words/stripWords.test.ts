import type { Fixing } from '#core/circuit/fixings'
import type { StripView } from '#shared/record/kinds/strip'
import { refitNeeds, stripDetails } from './stripWords'

const line = (over: Partial<StripView>) => ({ facing: '', fastener: '', torque: null, condition: '', ...over }) as StripView
const fixing = (needs: Partial<Fixing['needs']>, kind: Fixing['kind'] = 'hose') => ({ kind, needs }) as Fixing

describe('words of the strip list', () => {
  it('says what was noted and nothing else', () => {
    expect(stripDetails(line({}))).toBe('')
    expect(stripDetails(line({ condition: 'good' }))).toBe('')
    expect(stripDetails(line({ facing: 'aft', fastener: 'M6 x 20', torque: 8.1234, condition: 'worn' }))).toBe(
      'faced aft · M6 x 20 · 8.12 N·m · worn',
    )
  })

  it('says what a thing wants as it goes on', () => {
    expect(refitNeeds(null)).toBe('')
    expect(refitNeeds(fixing({}))).toBe('')
    expect(refitNeeds(fixing({}, 'ground'))).toBe('ground on')
    expect(
      refitNeeds(
        fixing({
          renew: 'gasket',
          lubricant: 'soapy water',
          lock: true,
          orientation: true,
          routing: true,
          torque: 'by the manual',
        } as Fixing['needs']),
      ),
    ).toBe(
      'new gasket · soapy water · pull on it: it must be locked · the way it faced · no sag, no kink, nothing to rub on · torque: by the manual',
    )
  })
})
