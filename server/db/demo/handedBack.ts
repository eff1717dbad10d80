import type { ProofForm } from '../../../shared/record/kinds/proof'
import { jobStanding } from '../../../shared/jobEntries'
import { signedState } from '../../../shared/prove/signedState'
import { closeJob } from '../../services/job/jobs'
import { loadJob } from '../../services/job/loadJobs'
import { setShopName } from '../../services/prove/letterhead'
import { makeOwnerCard, takeOwnerWord } from '../../services/prove/ownerCards'
import { signJob } from '../../services/prove/signJob'
import { DEMO_PASSWORD, demoId, demoJob, type Finn, type Passwords } from './shop'
import { append } from '../../services/record/append'

const HOUR = 3_600_000
const DAY = 24 * HOUR
type DemoJob = Awaited<ReturnType<typeof demoJob>>

/** Steps in use while it is here: hours after the first, what was watched, what else is told. */
const here: [key: string, hours: number, change: Partial<ProofForm>][] = [
  ['quarter', 0, { watched: 25 * 60 }],
  ['half', 1, { watched: 25 * 60 }],
  ['brim', 2, { watched: 40 * 60, tilt: 0.12 }],
  ['engine', 3, { look: null, watched: 20 * 60 }],
  ['under way', 6, { look: null, watched: 15 * 60, distance: 24_000 }],
  ['soak', 20, { watched: 12 * 3600 }],
]

async function prove(finn: Finn, { id }: DemoJob, from: Date, steps: number) {
  const job = await loadJob(id)
  const asked = here.filter(([key]) => key !== 'under way' || job.craft.kind !== 'small equipment')
  for (const [step, hours, change] of asked.slice(0, steps))
    await append('proof', finn(new Date(+from + hours * HOUR)), id, {
      id: demoId(`${id} ${step}`),
      step,
      outcome: 'dry',
      look: 'blotting paper',
      watched: null,
      distance: null,
      tilt: null,
      note: '',
      ...change,
    })
}

async function sign(passwords: Passwords, finn: Finn, { id }: DemoJob, at: Date) {
  const job = await loadJob(id)
  await signJob(passwords, finn(at), id, {
    id: demoId(`${id} signed`),
    capacity: 'technician',
    authority: '',
    licence: '',
    digest: signedState(job, jobStanding(job, +at).ledger).digest,
    password: DEMO_PASSWORD,
  })
}

/** Tanks from proving to handed back, one of them back again after three weeks. */
export async function demoHandedBack(owner: Finn, finn: Finn, now: number, passwords: Passwords) {
  const ago = (milliseconds: number) => new Date(now - milliseconds)
  await setShopName(owner(ago(80 * DAY)), { name: 'Skerry Reach Workshop', line: 'Slipway, shed and grass strip' })

  const heater = await demoJob(
    finn,
    ago(27 * DAY),
    {
      craftName: 'Workboat Brine Lark',
      craftKind: 'boat',
      craftRegistration: 'SR 118',
      tankName: 'heater tank',
      tankKind: 'small-steel',
      fuel: 'diesel',
      craftBuilt: 2006,
      complaint: { signs: ['parked', 'wet-low', 'weep'], codes: [], words: 'A ring on the shelf under the heater tank.' },
    },
    [{ part: 'Drain plug', rate: 12 }],
  )
  await heater.soap('1', ago(27 * DAY - HOUR), { 'Drain plug': { mark: 'foams', length: 8, note: 'Round the thread.' } })
  await heater.repair(1, ago(27 * DAY - 2 * HOUR), {
    method: 'tighten',
    material: 'none',
    note: 'Plug was a quarter turn loose; washer looked sound and was kept.',
  })
  await heater.outcome(ago(27 * DAY - 2 * HOUR), 'drain', 'Drain plug')
  await heater.soap('2', ago(27 * DAY - 3 * HOUR), {})
  await prove(finn, heater, ago(26 * DAY), here.length)
  await sign(passwords, finn, heater, ago(25 * DAY - HOUR))
  const { token } = await makeOwnerCard(finn(ago(25 * DAY - HOUR)), heater.id, demoId('heater card'))
  await closeJob(finn(ago(25 * DAY - 2 * HOUR)), heater.id, { reason: '' })
  await takeOwnerWord(token, { id: demoId('heater dry'), says: 'dry', words: '' }, ago(17 * DAY))
  await takeOwnerWord(
    token,
    { id: demoId('heater wet'), says: 'wet', words: 'Smells again in the cuddy since Thursday.' },
    ago(20 * HOUR),
  )

  const saddle = await demoJob(
    finn,
    ago(12 * DAY),
    {
      craftName: 'Beach tractor',
      craftKind: 'heavy vehicle',
      craftRegistration: 'Fleet 4',
      tankName: 'right saddle tank',
      tankKind: 'small-steel',
      fuel: 'diesel',
      craftBuilt: 2003,
      complaint: { signs: ['wet-low', 'drip'], codes: [], words: 'Drips from the plug since the frost.' },
    },
    [{ part: 'Drain plug', rate: 20 }],
  )
  await saddle.soap('1', ago(12 * DAY - HOUR), { 'Drain plug': { mark: 'bubbles', length: 9 } })
  await saddle.repair(1, ago(12 * DAY - 2 * HOUR), { method: 'renew-seal', material: 'none', note: 'New copper washer.' })
  await saddle.outcome(ago(12 * DAY - 2 * HOUR), 'drain', 'Drain plug')
  await saddle.soap('2', ago(12 * DAY - 3 * HOUR), {})
  await prove(finn, saddle, ago(11 * DAY), here.length)
  await sign(passwords, finn, saddle, ago(10 * DAY - HOUR))
  await closeJob(finn(ago(10 * DAY - 2 * HOUR)), saddle.id, { reason: '' })

  const spare = await demoJob(
    finn,
    ago(2 * DAY),
    {
      craftName: 'Library van',
      craftKind: 'road vehicle',
      craftRegistration: 'LV 2',
      tankName: 'heater tank',
      tankKind: 'small-steel',
      fuel: 'diesel',
      craftBuilt: 2012,
      complaint: { signs: ['smell-only', 'wet-low'], codes: [], words: 'Smells by the back shelves when the heater has run.' },
    },
    [{ part: 'Drain plug', rate: 5 }],
  )
  await spare.soap('1', ago(2 * DAY - HOUR), { 'Drain plug': { mark: 'foams', length: 6 } })
  await spare.repair(1, ago(2 * DAY - 2 * HOUR), { method: 'renew-seal', material: 'none' })
  await spare.soap('2', ago(2 * DAY - 3 * HOUR), {})
  await prove(finn, spare, ago(2 * DAY - 4 * HOUR), 3)
}
