import { uniformAt } from '../../../core/standin/seededRandom'
import { seedOf } from '../bench/hiddenTank'

const first = [
  'Grey',
  'Salt',
  'Long',
  'Lee',
  'Pale',
  'Dun',
  'Slack',
  'Tarn',
  'Moss',
  'Ash',
  'Reed',
  'Rime',
  'Fell',
  'Kelp',
  'Marl',
  'Gorse',
] as const
const second = [
  'Petrel',
  'Dunlin',
  'Turnstone',
  'Guillemot',
  'Whimbrel',
  'Eider',
  'Sandling',
  'Redshank',
  'Fulmar',
  'Wigeon',
  'Dotterel',
  'Plover',
  'Merlin',
  'Curlew',
  'Knot',
  'Scaup',
] as const

/** What the craft of a job of Practice is called: from the job’s id, and of nobody. */
export function practiceCraft(jobId: string): string {
  const seed = seedOf(jobId)
  const draw = (index: number) => uniformAt(seed, 280, index)
  return `${first[Math.floor(draw(0) * first.length)]} ${second[Math.floor(draw(1) * second.length)]} ${100 + Math.floor(draw(2) * 900)}`
}
