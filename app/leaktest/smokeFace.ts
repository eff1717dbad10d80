import { isSmokeFind } from '#core/leaktest/smoke/smoke'
import { smokeOn } from '#shared/leaktest/smoke/smokeTest'
import type { SmokeView } from '#shared/leaktest/smoke/smokeView'
import type { TestFace } from './testFace'

export const smokeFace: TestFace<SmokeView> = {
  button: { label: 'Smoke', icon: 'i-lucide-cloud', key: 'o', keyLabel: 'Smoke' },
  setUpPage: jobId => `/jobs/${jobId}/smoke`,
  page: ({ jobId }) => `/jobs/${jobId}/smoke`,
  goOn: 'Go on with smoke',
  open: () => 'on',
  said(smoke, job) {
    const { marks, unproven } = smokeOn(job, smoke)
    const found = marks.filter(({ mark }) => isSmokeFind(mark)).length
    return `${marks.length - found} clear, ${found} found${unproven.length > 0 ? `, ${unproven.length} without proof that smoke came` : ''}`
  },
  told(smoke, job, names) {
    const { marks } = smokeOn(job, smoke)
    const parts = (found: boolean) => names(marks.filter(({ mark }) => isSmokeFind(mark) === found).map(mark => mark.partId))
    return `seen to arrive, clear on ${parts(false)}; found on ${parts(true)}`
  },
  bell: 'unsure',
}
