import { sql } from 'drizzle-orm'
import type { PastFigures } from '../../../shared/views'
import { database } from '../../db/client'
import { inShop } from '../job/inShop'
import { counting } from '../record/counting'

const SECONDS_A_DAY = 86_400

/** The shop's own figures, from everything that was not struck out. */
export async function pastFigures(): Promise<PastFigures> {
  const all = <T extends Record<string, unknown>>(query: ReturnType<typeof sql>) =>
    database()
      .execute<T>(query)
      .then(({ rows }) => rows)
  const [jobs, causes, followed, hours] = await Promise.all([
    all<{ jobs: string; days: number | null }>(sql`
      select count(*) as jobs, percentile_cont(0.5) within group (order by date_part('epoch', closed_at - opened_at) / ${SECONDS_A_DAY})
        filter (where closed_at is not null and closed_reason = '') as days
      from job where ${inShop}`),
    all<{ cause: string; jobs: string }>(sql`
      select o.facts ->> 'cause' as cause, count(distinct o.job_id) as jobs from ${counting('outcome')} o
      join job on job.id = o.job_id where ${inShop} group by 1 order by 2 desc, 1`),
    all<{ method: string; days: number; back: boolean }>(sql`
      with mended as (
        select r.facts ->> 'method' as method, r.at, job.moved_at, jsonb_array_elements_text(r.facts -> 'leakIds')::uuid as leak_id
        from ${counting('repair')} r join job on job.id = r.job_id
        where ${inShop}
      ), ended as (
        select *,
          (select min(f.at) from ${counting('find')} f where f.about = mended.leak_id and f.at > mended.at) as back_at,
          min(at) over (partition by leak_id order by at range between '1 microsecond' following and unbounded following) as again_at
        from mended
      )
      select method, (back_at is not null and (again_at is null or back_at <= again_at)) as back,
        greatest(0, date_part('epoch', least(coalesce(back_at, moved_at), coalesce(again_at, moved_at), moved_at) - at) / ${SECONDS_A_DAY}) as days
      from ended`),
    all<Record<'tests' | 'repairs' | 'curing' | 'watching', string>>(sql`
      select
        (select coalesce(sum(date_part('epoch', stopped_at - started_at)), 0) from test t left join job on job.id = t.job_id
          where stopped_at is not null and (job.id is null or ${inShop}) and not exists (select 1 from entry s where s.about = t.id and s.kind = 'strike')) as tests,
        (select coalesce(sum(date_part('epoch', e.last - r.at)), 0) from entry r
          join job on job.id = r.job_id and ${inShop}
          join (select about, max(at) as last from entry where kind like 'run-%' group by 1) e on e.about = r.id
          where r.kind = 'run') as repairs,
        (select coalesce(sum((r.facts ->> 'cureTime')::float8), 0) from ${counting('repair')} r
          join job on job.id = r.job_id where ${inShop}) as curing,
        (select coalesce(sum((p.facts ->> 'watched')::float8), 0) from ${counting('proof')} p
          join job on job.id = p.job_id where ${inShop}) as watching`),
  ])
  const methods = new Map<string, { days: number; back: boolean }[]>()
  for (const { method, days, back } of followed.sort((a, b) => a.days - b.days)) {
    const its = methods.get(method) ?? []
    its.push({ days, back })
    methods.set(method, its)
  }
  return {
    jobs: Number(jobs[0]!.jobs),
    days: jobs[0]!.days,
    causes: causes.map(({ cause, jobs: many }) => ({ cause, jobs: Number(many) })),
    methods: [...methods]
      .map(([method, each]) => ({ method, followed: each }))
      .sort((a, b) => b.followed.length - a.followed.length),
    hours: Object.fromEntries(Object.entries(hours[0]!).map(([key, value]) => [key, Number(value)])) as PastFigures['hours'],
  }
}
