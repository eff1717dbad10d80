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
    const parts = (wanted: typeof marks) => names(wanted.map(mark => mark.partId))
    return `dry on ${parts(marks.filter(({ mark }) => mark === 'dry'))}; found on ${parts(marks.filter(({ mark }) => isFind(mark)))}`
  },
  bell: 'unsure',
}
