import { tankMaterials } from '../core/circuit/tankKinds'
import { fuelName, fuels } from '../core/fuel/fuels'
import { usualDefect, wallMaterial } from '../core/repair/defect/defect'
import { cannotHold, unsuited } from '../core/repair/method/fit'
import { repairMaterial } from '../core/repair/material/repairMaterials'
import { repairMethods, type RepairMethod } from '../core/repair/method/repairMethods'
import { schools } from '../core/repair/decide/schools'
import { sources } from '../core/knowledge/sources'
import type { TankMaterial } from '../core/circuit/tankKinds'
import type { FuelKey } from '../core/fuel/fuels'
import type { RepairMaterialKey } from '../core/repair/material/repairMaterials'

/** Whether a method with a material is for a tank and a fuel: with the source of what allows it, or why it is refused. */
interface Combination {
  method: RepairMethod
  material: RepairMaterialKey
  tank: TankMaterial
  fuel: FuelKey
  verdict: { allowed: true; source: string } | { allowed: false; why: string }
}

/** Every method with every material that it is made with, on every tank with every fuel, on the part that it is for first. */
export const combinations = (): Combination[] =>
  repairMethods.flatMap(method =>
    method.takes.flatMap(material =>
      tankMaterials.flatMap(tank =>
        fuels.map(({ key: fuel }): Combination => {
          const family = method.families[0] ?? null
          const defect = { ...usualDefect(family, tank, null), material: wallMaterial(tank) }
          const why = unsuited(method.key, { material: tank, craft: 'boat', family }) ?? cannotHold(material, { defect, fuel })
          const from = material === 'none' ? method.source : repairMaterial(material).source
          return {
            method,
            material,
            tank,
            fuel,
            verdict: why ? { allowed: false, why } : { allowed: true, source: sources[from] },
          }
        }),
      ),
    ),
  )

const line = (cells: readonly string[]) => `| ${cells.map(cell => cell.replaceAll('|', '\\|')).join(' | ')} |`

/** Which repairs are possible on what, as one page: the fuels that are allowed, and the reasons for what is refused. @returns Markdown */
export function repairTable(): string {
  const all = combinations()
  const reasons = [...new Set(all.flatMap(({ verdict }) => (verdict.allowed ? [] : [verdict.why])))]
  const rows = repairMethods.flatMap(method =>
    method.takes.map(material => {
      const cells = tankMaterials.map(tank => {
        const its = all.filter(each => each.method === method && each.material === material && each.tank === tank)
        const allowed = its.filter(each => each.verdict.allowed).map(each => fuelName(each.fuel).toLowerCase())
        const why = [...new Set(its.flatMap(({ verdict }) => (verdict.allowed ? [] : [reasons.indexOf(verdict.why) + 1])))]
        const fuelsHere = allowed.length === fuels.length ? 'every fuel' : allowed.join(', ')
        return [fuelsHere, ...why.map(number => `(${number})`)].filter(Boolean).join(' ')
      })
      return [method.doing, material === 'none' ? '–' : repairMaterial(material).name, ...cells]
    }),
  )
  return (
    [
      '# Which repair on what',
      'Made from the data files by `npx tsx ops/knowledge.ts`; a test compares the two. Each cell names the fuels for which a method with a material is allowed, and in brackets why others are refused. What is allowed rests on: ' +
        [...new Set(all.flatMap(({ verdict }) => (verdict.allowed ? [verdict.source] : [])))].join(' ') +
        ' What is there (its wall, size, reach, what was smeared on) may refuse more, and does so in words.',
      [
        line(['method', 'material', ...tankMaterials]),
        line(['method', 'material', ...tankMaterials].map(() => '---')),
        ...rows.map(line),
      ].join('\n'),
      '## Why not',
      reasons.map((why, i) => `${i + 1}. ${why}`).join('\n'),
      '## On what flies',
      repairMethods
        .filter(method => method.never?.craft.includes('light aircraft'))
        .map(method => `- ${method.doing}: ${method.never!.because}.`)
        .join('\n') + '\n- Everything but tightening by hand counts only under approved data.',
      '## Schools, with the default',
      schools
        .map(school => `- ${school.question}: ${school.order.map(each => each.method).join(', then ')}; ${school.why}.`)
        .join('\n'),
    ].join('\n\n') + '\n'
  )
}
