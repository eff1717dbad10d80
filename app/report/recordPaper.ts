import type { Ledger } from '#core/ledger/deriveLedger'
import { countOf } from '#core/words/words'
import type { JobView } from '#shared/views'
import type { RecordPaper, RecordSection } from './recordDocument'
import type { RecordWords } from './recordWords'
import { rateText } from '../composables/words/rateText'
import { clockText, dayText } from '../composables/words/times'

/** A short page for the owner: what was wrong, what was done, what to watch, when to come back. */
export function ownerSections({ rows, watching, complaint, state, sealed }: RecordWords, now: number): RecordSection[] {
  const { watch, untested, comeBack } = watching
  return [
    { title: 'What was wrong', lines: [complaint, ...(rows.was ? [`It turned out to be: ${rows.was}.`] : [])] },
    {
      title: 'What was done',
      lines: [...new Set(rows.done.filter(row => !row.struck).map(row => `${row.what}: ${row.done}`))],
    },
    {
      title: 'How it stands',
      lines: [
        sealed ? 'Sealed: every part was tested after it was last disturbed, and nothing shows that matters.' : `${state}.`,
      ],
    },
    {
      title: 'What to watch',
      lines: watch.length ? watch : ['Smell first, then look with a lamp under the tank after filling up.'],
    },
    { title: 'Not tested', lines: untested },
    { title: 'Come back', lines: comeBack === null ? [] : [dayText(Math.max(comeBack, now))] },
    {
      title: 'If you smell fuel',
      lines: ['No flame, no switches; air it, and call the workshop. Fuel smells before it drips.'],
    },
  ]
}

/** Pictures of a record: its map as SVG, the shop's mark as a data address; null where there is none. */
interface RecordPictures {
  map: string | null
  mark: string | null
}

/** A record as paper, from the same rows and words as its page. */
export function recordPaper(
  job: JobView,
  ledger: Ledger,
  words: RecordWords,
  now: number,
  { map, mark, size = 'A4' }: RecordPictures & { size?: RecordPaper['size'] },
): RecordPaper {
  const { rows } = words
  const owner = ownerSections(words, now)
  const sections: RecordSection[] = [
    { title: 'How it stands', lines: [words.sentence, ...words.notes] },
    owner[0]!,
    ...(map ? [{ title: 'Map', svg: map }] : []),
    {
      title: 'Found',
      lines: rows.found.length ? [] : ['No leak was found.'],
      table: {
        head: ['Leak', 'Part', 'Showed', 'Length', 'Found', 'Today'],
        rows: rows.found.map(row => [String(row.number), row.part, row.showed, row.length, row.by, row.state]),
      },
    },
    {
      title: 'Done, with materials',
      lines: rows.done.length ? [] : ['Nothing was repaired or disturbed.'],
      table: {
        head: ['When', 'Leak or part', 'What', 'Material, batch', 'Cured at', 'By'],
        rows: rows.done.map(row => [
          clockText(row.at, now),
          row.what,
          row.struck ? `Struck out: ${row.done}` : row.done,
          row.material,
          row.cured,
          row.by,
        ]),
      },
    },
    { title: 'Stage by stage', lines: rows.stages.map(row => row.text) },
    { title: 'In use', lines: words.inUse },
    { title: 'Approved and chosen', lines: words.approved },
    {
      title: 'Tests that measured, mL/min',
      table: {
        head: ['Test', 'When', 'At', 'Leak rate', '95 % sure above, below', 'Saw down to', 'Verdict', 'By'],
        rows: rows.measured.map(row => [
          row.struck ? `${row.name}, struck out` : row.name,
          row.when,
          row.pressure,
          ...(row.estimate
            ? [
                rateText(row.estimate.leakRate),
                `${rateText(row.estimate.above95)}, ${rateText(row.estimate.below95)}`,
                rateText(row.estimate.smallestSeen),
                row.word!,
              ]
            : [row.noEstimate ?? '', '', '', '']),
          row.earlyReason ? `${row.by}, before cure: ${row.earlyReason}` : row.by,
        ]),
      },
    },
    {
      title: 'Tests that looked',
      lines: [
        ...rows.joint.map(each => each.text),
        ...rows.looked.map(row => (row.struck ? `Struck out: ${row.text}` : row.text)),
      ],
    },
    { title: 'Instruments', lines: words.instruments },
    {
      title: 'What stands',
      lines: [
        `${ledger.parts.filter(part => part.standing === 'stands').length} of ${ledger.parts.length} parts have evidence that stands, from ${countOf(job.tests.filter(test => !test.struck).length, 'test')}.`,
        ...(rows.missing.length ? [`Without evidence: ${rows.missing.join(', ')}.`] : []),
      ],
    },
    { title: 'What it rests on', lines: words.restsOn },
    { title: 'Struck out', lines: rows.struck.map(row => `${row.name}: ${row.struck}`) },
    ...owner.slice(3, 6),
    { title: 'Signed', lines: words.signed.length ? words.signed : ['Nobody has signed it.'] },
  ]
  return {
    size,
    shop: words.shop,
    mark,
    title: words.title,
    under: words.under,
    state: words.state,
    owner,
    sections,
    foot: words.foot,
  }
}
