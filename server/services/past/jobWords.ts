import { sql } from 'drizzle-orm'
import { database } from '../../db/client'
import { counting } from '../record/counting'

/** Jobs whose words are taken by one statement. */
const AT_ONCE = 1000

/** Takes anew what the jobs that changed since the last search can be found by. */
export async function takeJobWords(): Promise<void> {
  const { rows } = await database().execute<{ id: string }>(sql`
    select job.id from job left join job_words w on w.job_id = job.id where w.version is distinct from job.xmin::text`)
  const ids = rows.map(row => row.id)
  for (let from = 0; from < ids.length; from += AT_ONCE) await takeWordsOf(ids.slice(from, from + AT_ONCE))
}

/**
 * One statement sees one state of the record, and writes which version of the job it was: two searches at once leave at worst an older
 * one, which the next takes anew. They write in one order, so that neither waits for the other in a circle.
 */
async function takeWordsOf(ids: readonly string[]): Promise<void> {
  const these = sql`(${sql.join(
    ids.map(id => sql`${id}::uuid`),
    sql`, `,
  )})`
  await database().execute(sql`
    with changed as (
      select *, xmin::text as version from job where id in ${these}
    ), outcomes as (
      select o.job_id, o.facts ->> 'cause' as cause, p.name
      from ${counting('outcome')} o left join part p on p.id = (o.facts ->> 'partId')::uuid
      where o.job_id in ${these}
    ), caused as (
      select job_id, array_agg(distinct cause) as causes from outcomes group by 1
    ), named as (
      select job_id, string_agg(name, E'\\n') as parts from (
        select l.job_id, p.name from entry l join part p on p.id = (l.facts ->> 'partId')::uuid
        where l.kind = 'leak' and l.job_id in ${these}
        union
        select job_id, name from outcomes
      ) as its group by 1
    ), mended as (
      select
        job_id,
        string_agg(facts ->> 'batch' || E'\\n' || (facts ->> 'note'), E'\\n') as words,
        array_agg(distinct facts ->> 'material') filter (where counts) as materials,
        array_agg(distinct facts ->> 'method') filter (where counts) as methods
      from (
        select *, not exists (select 1 from entry s where s.about = r.id and s.kind = 'strike') as counts
        from entry r where r.kind = 'repair' and r.job_id in ${these}
      ) as its
      group by 1
    ), noted as (
      select job_id, string_agg(facts ->> 'note', E'\\n') as words from entry where kind = 'find' and job_id in ${these} group by 1
    ), acted as (
      select job_id, array_agg(distinct person_id) as people from trail
      where job_id in ${these} and person_id is not null group by 1
    )
    insert into job_words (job_id, version, words, parts, causes, materials, methods, people)
    select
      id,
      version,
      lower(concat_ws(E'\\n', tank_name, material, fuel, closed_reason, complaint ->> 'words', mended.words, noted.words, parts)),
      lower(coalesce(parts, '')),
      coalesce(causes, '{}'),
      coalesce(materials, '{}'),
      coalesce(methods, '{}'),
      coalesce(people, '{}')
    from changed
    left join caused on caused.job_id = id
    left join named on named.job_id = id
    left join mended on mended.job_id = id
    left join noted on noted.job_id = id
    left join acted on acted.job_id = id
    order by id
    on conflict (job_id) do update set
      version = excluded.version, words = excluded.words, parts = excluded.parts, causes = excluded.causes,
      materials = excluded.materials, methods = excluded.methods, people = excluded.people`)
}
