import { lookMethod } from '#core/leaktest/look/lookMethods'
import { lowerFirst } from '#core/words/words'
import type { LookView } from '#shared/leaktest/look/lookView'
import type { TestFace } from './testFace'

const dryOf = ({ marks }: LookView) => marks.filter(({ mark }) => mark === 'dry')
const foundOf = ({ marks }: LookView) =>
  marks.filter(({ mark }) => mark !== 'dry' && mark !== 'not reached' && mark !== 'not watched')

export const lookFace: TestFace<LookView> = {
  button: {
    label: 'Fuel in, and other looks',
    icon: 'i-lucide-scan-eye',
    key: 'l',
    keyLabel: 'A look: fuel in, dye, water, ear',
  },
  setUpPage: jobId => `/jobs/${jobId}/look`,
  page: ({ jobId }) => `/jobs/${jobId}/look`,
  goOn: 'Go on looking',
  open: () => 'open',
  said: look => `${lowerFirst(lookMethod(look.method).name)}: ${dryOf(look).length} dry, ${foundOf(look).length} found`,
  told(look, _, names) {
    const counted = look.counts.map(
      ({ of, count, seconds, partId }) => `${count} ${of} in ${Math.round(seconds / 60)} min at the ${names([partId])}`,
    )
    return [
      lowerFirst(lookMethod(look.method).name),
      ...(look.wettedShare ? [`${Math.round(look.wettedShare * 100)} % full`] : []),
      `dry: ${names(dryOf(look).map(mark => mark.partId))}`,
      `found on ${names(foundOf(look).map(mark => mark.partId))}`,
      ...counted,
    ].join('; ')
  },
  bell: 'unsure',
}
