import type { HoldView } from '#shared/leaktest/hold/holdView'
import type { TestFace } from './testFace'

export const holdFace: TestFace<HoldView> = {
  button: { label: 'Hold', icon: 'i-lucide-gauge', key: 'h', keyLabel: 'Set up a hold' },
  setUpPage: jobId => `/jobs/${jobId}/hold`,
  page: ({ id }) => `/bench/${id}`,
  goOn: 'Watch the hold',
  open: hold => hold.state,
  said: () => '',
  told: () => '',
  bell: 'unsure',
}
