import type { BalloonView } from '#shared/leaktest/balloon/balloonView'
import type { TestFace } from './testFace'

export const balloonFace: TestFace<BalloonView> = {
  button: { label: 'Balloon', icon: 'i-lucide-circle-dot', key: 'b', keyLabel: 'Balloon' },
  setUpPage: jobId => `/jobs/${jobId}/balloon`,
  page: ({ jobId }) => `/jobs/${jobId}/balloon`,
  goOn: 'Type a girth',
  open: () => 'tied on',
  said: balloon => `${balloon.girths.length} girths`,
  told: () => '',
  bell: 'unsure',
}
