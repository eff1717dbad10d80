import { testPressures } from '../core/circuit/testPressures'
import { tankKinds } from '../core/circuit/tankKinds'
import { causes } from '../core/complaint/causes'
import { checks } from '../core/complaint/checks'
import { signs } from '../core/complaint/signs'
import { troubleCodes } from '../core/complaint/troubleCodes'
import { fuels } from '../core/fuel/fuels'
import { cautions } from '../core/fuel/makeSafe'
import { repairMaterials } from '../core/repair/material/repairMaterials'
import { repairMethods } from '../core/repair/method/repairMethods'
import { senderStandards } from '../core/leaktest/instrument/senderStandards'
import { lookMethods } from '../core/leaktest/look/lookMethods'
import { proofSteps } from '../core/ledger/proof/proofSteps'
import { sources } from '../core/knowledge/sources'

const cell = (value: unknown) => String(value).replaceAll('|', '\\|')
const table = (head: readonly string[], rows: readonly (readonly unknown[])[]) =>
  [head, head.map(() => '---'), ...rows].map(row => `| ${row.map(cell).join(' | ')} |`).join('\n')
const kelvin = (value: number) => (value - 273.15).toFixed(0)
const round = (value: number) => Number(value.toPrecision(4))

/**
 * Everything that the program takes for known, as one page with the source of each row: what an expert reads, and corrects in
 * the data file that each heading names.
 * A change of the data shows as a change of this page.
 * @returns Markdown
 */
export function knowledgeTable(): string {
  const craftKinds = Object.keys(causes[0]!.weight) as (keyof (typeof causes)[number]['weight'])[]
  return (
    [
      '# What the program takes for known',
      'Made from the data files by `npx tsx ops/knowledge.ts`; a test compares the two. To correct a figure, change it in its file, with its source, and make this page anew.',
      '## Sources',
      table(['source', 'what it is'], Object.entries(sources)),
      '## Test pressures (core/circuit/testPressures.ts), kPa',
      table(
        ['class', 'usual', 'never above', 'source'],
        testPressures.map(row => [row.of, `${row.from / 1000} to ${row.to / 1000}`, row.neverAbove / 1000, row.source]),
      ),
      '## Kinds of tank (core/circuit/kinds)',
      table(
        ['kind', 'class', 'test kPa', 'never above kPa', 'accepted mL/min', 'holds L', 'wall gives 1/kPa'],
        tankKinds.map(kind => [
          kind.name,
          kind.pressures,
          kind.workingPressure / 1000,
          kind.pressureLimit / 1000,
          kind.acceptance,
          round(kind.capacity * 1000),
          kind.wallGivePerKPa,
        ]),
      ),
      '## Fuels (core/fuel/fuels.ts)',
      table(
        [
          'fuel',
          'kg/m³ at 15 °C',
          'from',
          'to',
          'lower explosive limit, vol %',
          'flash point',
          'Pa·s',
          'vapour pressure, Pa',
          'source',
        ],
        fuels.map(fuel => [
          fuel.name,
          fuel.density,
          fuel.densityFrom,
          fuel.densityTo,
          round(100 * fuel.lowerExplosiveLimit),
          fuel.flashPointNote,
          fuel.viscosity,
          fuel.vapourPressure,
          fuel.source,
        ]),
      ),
      '## Repair materials (core/repair/material/repairMaterials.ts)',
      table(
        ['material', 'cure, h', 'sheets, h', 'pot life, min', 'at °C', 'floor °C', 'ceiling °C', 'source'],
        repairMaterials.map(({ name, cure, sheets, source }) =>
          cure
            ? [
                name,
                cure.cureTime / 3600,
                sheets!.join(' to '),
                cure.potLife / 60,
                kelvin(cure.referenceTemperature),
                kelvin(cure.floor),
                kelvin(cure.ceiling),
                source,
              ]
            : [name, '–', '–', '–', '–', '–', '–', source],
        ),
      ),
      '## Repair methods (core/repair/method/repairMethods.ts)',
      table(
        ['method', 'for', 'counts as', 'heat', 'holds, of 20', 'hours', 'source'],
        repairMethods.map(row => [
          row.name,
          row.families.join(', ') || 'any part',
          row.counts,
          row.heat ? 'yes' : 'no',
          row.holds,
          row.hours.join(', '),
          row.source,
        ]),
      ),
      '## Cautions (core/fuel/makeSafe.ts)',
      table(
        ['caution', 'why', 'called for by', 'source'],
        cautions.map(row => [
          row.text,
          row.why,
          [
            ...(row.acts ?? ['anything']),
            ...(row.places ?? []),
            ...(row.craft ?? []),
            ...(row.above === undefined ? [] : [`above ${row.above * 1000} L`]),
          ].join(', '),
          row.source,
        ]),
      ),
      '## Trouble codes (core/complaint/troubleCodes.ts)',
      table(
        ['code', 'class', 'plain words', 'source'],
        troubleCodes.map(row => [row.code, row.of, row.plain, row.source]),
      ),
      '## Signs (core/complaint/signs.ts)',
      table(
        ['sign', 'group', 'words', 'said of any leak', 'source'],
        signs.map(row => [row.key, row.group, row.words, row.base, row.source]),
      ),
      '## Causes (core/complaint/causes.ts)',
      table(
        ['cause', 'sits on', ...craftKinds.map(kind => `weight, ${kind}`), 'ageing', 'shows by', 'looks like', 'source'],
        causes.map(row => [
          row.name,
          row.families.join(', ') || 'not on the tank',
          ...craftKinds.map(kind => row.weight[kind]),
          row.ageing,
          row.mechanisms.join(', '),
          row.look,
          row.source,
        ]),
      ),
      '## Checks (core/complaint/checks.ts)',
      table(
        ['check', 'min', 'risk', 'answers: hit and miss', 'source'],
        checks.map(row => [
          row.name,
          row.minutes,
          row.risk,
          row.outcomes.map(each => `${each.words} (${each.for.join(', ')}): ${each.hit}, ${each.miss}`).join('; '),
          row.source,
        ]),
      ),
      '## Ways of looking (core/leaktest/look/lookMethods.ts)',
      table(
        ['way', 'presses with', 'reach', 'smallest', 'fooled by', 'watch min', 'source'],
        lookMethods.map(row => [
          row.name,
          row.reaches,
          row.reach,
          row.smallest,
          row.fooledBy,
          round(row.watch / 60),
          row.source,
        ]),
      ),
      '## Steps in use (core/ledger/proof/proofSteps.ts)',
      table(
        ['step', 'on a road vehicle', 'why', 'watch min', 'days after the one before', 'source'],
        proofSteps('road vehicle').map(row => [
          row.title,
          row.doing,
          row.why,
          round(row.watch / 60),
          round(row.wait / 86_400),
          row.source,
        ]),
      ),
      '## Level senders (core/leaktest/instrument/senderStandards.ts), ohm',
      table(
        ['empty', 'full', 'source'],
        senderStandards.map(row => [row.empty, row.full, row.source]),
      ),
    ].join('\n\n') + '\n'
  )
}
