import { execFileSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import type { JobView } from '../../shared/views'
import { newJobForm } from '../../server/services/ground/testShop'
import { setUpHold } from './setUpHold'
import { openShopOn, OWNER_CODE, type Shop } from './shop'

/** A cluster that keeps what it says that it keeps, as the command starts it. */
export interface Cluster {
  url: (database: string) => string
  ensure: (database: string) => Promise<void>
  revive: () => Promise<boolean>
  stop: () => Promise<unknown>
}

/** Starts a cluster of its own in a folder, which keeps what it says that it keeps. */
export async function startCluster(folder: string): Promise<Cluster> {
  const { startCluster: start } = (await import(new URL('../../ops/cluster.mjs', import.meta.url).href)) as {
    startCluster: (folder: string) => Promise<Cluster>
  }
  return start(folder)
}

export interface Cuts {
  cuts: number
  /** readings and touches that were answered with yes */
  acknowledged: number
  /** of them: not there afterwards, there twice, or without their line in the trail */
  lost: number
  doubled: number
  torn: number
  /** what was answered, where the database alone was away, by what did not say so */
  astray: string[]
  /** longest until the shop answered again, ms */
  longest: number
}

export const PASSWORD = 'kelp under the slipway'

/** Ends every process of a cluster, at once. @param data its folder */
export function killCluster(data: string) {
  const postmaster = Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0])
  const children = readdirSync('/proc')
    .filter(name => /^\d+$/.test(name))
    .filter(pid => {
      try {
        return new RegExp(`^PPid:\\s+${postmaster}$`, 'm').test(readFileSync(`/proc/${pid}/status`, 'utf8'))
      } catch {
        return false
      }
    })
  for (const pid of [postmaster, ...children.map(Number)]) {
    try {
      process.kill(pid, 'SIGKILL')
    } catch {
      // It had ended by itself meanwhile.
    }
  }
}

/**
 * Cuts the power, again and again: server and database are killed at one moment while people write, every second time the database
 * alone, then started again; all that was answered with yes must be there once.
 * @param folder for a cluster of its own
 */
export async function powerCuts(folder: string, cuts: number, random: () => number): Promise<Cuts> {
  const cluster = await startCluster(folder)
  const result: Cuts = { cuts, acknowledged: 0, lost: 0, doubled: 0, torn: 0, astray: [], longest: 0 }
  await cluster.ensure('zinc_cuts')
  execFileSync('npx', ['tsx', 'ops/migrate.ts'], { env: { ...process.env, DATABASE_URL: cluster.url('zinc_cuts') } })
  const shop = await openShopOn(cluster.url('zinc_cuts'))
  try {
    const call = caller(shop)
    await call('owner', { code: OWNER_CODE, name: 'Oda Vint', login: 'oda', password: PASSWORD })
    const form = newJobForm()
    const job = await call<JobView>('jobs', form)
    const hold = await setUpHold(call, job, 'typed', 5000)
    await call(`holds/${hold}/step`, { to: 'settling' })
    await shop.query(
      `update test set facts = jsonb_set(facts, '{clock,anchoredAt}', to_jsonb((facts->'clock'->>'anchoredAt')::float8 - 86400000)) where id = '${hold}'`,
    )
    const readings = new Map<number, number>()
    const touches = new Set<string>()
    let t = 0
    for (let cut = 0; cut < cuts; cut++) {
      let on = true
      const alone = cut % 2 === 1
      const write = async (act: () => Promise<void>) => {
        while (on)
          await act().catch((error: Error) => {
            if (alone && !error.message.endsWith(': 503')) result.astray.push(error.message)
            return new Promise(done => setTimeout(done, 20))
          })
      }
      const read = async () => {
        const batch = Array.from({ length: 3 }, () => ({ t: ++t, pressure: 5000 + random() }))
        await call(`holds/${hold}/readings`, { readings: batch })
        for (const each of batch) readings.set(each.t, each.pressure)
      }
      const touch = async () => {
        const id = randomUUID()
        await call(`jobs/${job.id}/entries/touch`, { id, partIds: [job.parts[0]!.id], kind: 'knocked', note: '' })
        touches.add(id)
      }
      const writers = Promise.all([write(read), write(read), write(touch), write(touch)])
      // At a moment of its own, but not before there is something to lose, however slow the machine.
      const until = performance.now() + 200 + random() * 1200
      const before = readings.size + touches.size
      while (performance.now() < until || (readings.size + touches.size - before < 8 && performance.now() < until + 20_000))
        await new Promise(done => setTimeout(done, 5))
      killCluster(join(folder, 'pg'))
      if (!alone) await shop.kill()
      // What goes on meanwhile is told that the database is away.
      else await new Promise(done => setTimeout(done, 300))
      on = false
      await writers
      const from = performance.now()
      while (!(await cluster.revive())) await new Promise(done => setTimeout(done, 200))
      if (!alone) await shop.start()
      result.longest = Math.max(result.longest, performance.now() - from)
    }
    const { rows } = await shop.query(`select t, pressure from reading where hold_id = '${hold}'`)
    const kept = new Map((rows as { t: number; pressure: number }[]).map(row => [row.t, row.pressure]))
    for (const [at, pressure] of readings) if (kept.get(at) !== pressure) result.lost++
    result.doubled = rows.length - kept.size
    const { rows: touched } = await shop.query(`select id from entry where kind = 'touch' and job_id = '${job.id}'`)
    const { rows: told } = await shop.query(
      `select subject_id as id from trail where job_id = '${job.id}' and verb = 'knocked parts'`,
    )
    const there = new Set((touched as { id: string }[]).map(row => row.id))
    const lines = (told as { id: string }[]).map(row => row.id)
    for (const id of touches) if (!there.has(id)) result.lost++
    // An act and its line in the trail are one: neither is there without the other.
    result.torn = [...there].filter(id => !lines.includes(id)).length + lines.filter(id => !there.has(id)).length
    result.doubled += lines.length - new Set(lines).size
    result.acknowledged = readings.size + touches.size
    return result
  } finally {
    await shop.close()
    await cluster.stop()
  }
}

/** Calls a shop with the cookies that it gave. */
export function caller(shop: Pick<Shop, 'url'>) {
  let cookie = ''
  return async <T>(path: string, data?: object): Promise<T> => {
    const answer = await fetch(`${shop.url}/api/${path}`, {
      method: data ? 'POST' : 'GET',
      headers: { 'content-type': 'application/json', cookie },
      body: data && JSON.stringify(data),
    })
    const given = answer.headers.getSetCookie().map(each => each.split(';')[0]!)
    if (given.length > 0) cookie = given.join('; ')
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`)
    return (await answer.json()) as T
  }
}
