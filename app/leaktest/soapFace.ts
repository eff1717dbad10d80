import { isFind } from '#core/leaktest/soap/soap'
import type { SoapView } from '#shared/leaktest/soap/soapView'
import type { TestFace } from './testFace'

export const soapFace: TestFace<SoapView> = {
  button: { label: 'Soap', icon: 'i-lucide-droplets', key: 's', keyLabel: 'Soap' },
  setUpPage: jobId => `/jobs/${jobId}/soap`,
  page: ({ jobId }) => `/jobs/${jobId}/soap`,
  goOn: 'Go on soaping',
  open: () => 'open',
  said: ({ marks }) =>
    `${marks.filter(({ mark }) => mark === 'dry').length} dry, ${marks.filter(({ mark }) => isFind(mark)).length} found`,
  told({ marks }, _, names) {
    const parts = (wanted: (mark: (typeof marks)[number]['mark']) => boolean) => marks.filter(({ mark }) => wanted(mark))
    const watched = (of: typeof marks) =>
      of.map(({ partId, watched }) => `${names([partId])} ${Math.floor(watched)} s`).join(', ') || names([])
    const early = parts(mark => mark === 'not watched')
    return [
      `dry, watched: ${watched(parts(mark => mark === 'dry'))}`,
      ...(early.length > 0 ? [`not watched to the end, says nothing: ${watched(early)}`] : []),
      `found on ${names(parts(isFind).map(mark => mark.partId))}`,
    ].join('; ')
  },
  bell: 'unsure',
}
