import { standardFromThroughput } from '../../../core/quantity/standardLeakRate'
import { descentOf, jobStanding } from '../../../shared/jobEntries'
import { bay } from '../../services/bay/bay'
import { loadJob } from '../../services/job/loadJobs'
import { databasePool } from '../client'
import { takeShop } from './keptShop'

/** What a demo shop amounts to, as people see it: each job with where it stands and what comes next, and how much of all there is. */
export async function saidOfDemo(now: number) {
  const { rows } = await bay({ words: '' }, now)
  const gone = await bay({ words: '', closed: true }, now)
  const jobs = []
  for (const { id } of [...rows, ...gone.rows]) {
    const job = await loadJob(id)
    const { ledger, next } = jobStanding(job, now)
    jobs.push({
      tank: `${job.craft.name}, ${job.tankName}`,
      state: ledger.state,
      next: [next.action, next.sentence],
      closed: job.closedAt !== null,
      stands: ledger.parts.map(({ standing }) => standing),
      leaks: ledger.leaks.map(({ state }) => state),
      descent: descentOf(job).map(({ label, rate, verdict }) => [label, standardFromThroughput(rate).toPrecision(2), verdict]),
      signed: job.signatures.map(({ digest: _, sections: __, id: ___, at: ____, ...rest }) => rest),
    })
  }
  const { tables } = await takeShop(databasePool(), now)
  return {
    jobs: jobs.sort((a, b) => (a.tank < b.tank ? -1 : 1)),
    rows: Object.fromEntries(tables.map(({ name, rows: its }) => [name, its.length])),
  }
}
