import { fork } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { advisedStep, followed, listStep } from '../core/practice/advice'
import { bestStep } from '../core/practice/bestPath'
import { huntOf, worlds, type World } from '../core/practice/hunt'
import { isFalselySealed, isMended, type Search } from '../core/practice/search'

/**
 * Hunts of each world: somebody does blindly as the program says, beside the best way on by a planner that
 * knows the circuit and every answer's chance, and beside a printed list.
 */
const HUNTS = Number(process.env.ZINC_HUNTS ?? 500)
/** Solved in so many times the planner's minutes counts. */
const WITHIN = 2

interface Told {
  solved: boolean
  within: boolean
  minutes: number
  best: number
  listed: number
  inVain: number
  listedInVain: number
  falselySealed: boolean
  /** by whoever went by the planner or the list */
  othersFalselySealed: boolean
  sealed: boolean
}

const minutesUntilMended = (search: Search) => (isMended(search) ? search.minutes : Infinity)

function hunted(seed: number, world: World): Told {
  const hunt = huntOf(seed, world)
  const [own, best, listed] = [advisedStep, bestStep, listStep].map(policy => followed(hunt, policy)) as [
    Search,
    Search,
    Search,
  ]
  return {
    solved: isMended(own),
    // Whoever knows more may still be unlucky: what the program took is then the best that was found.
    within:
      isMended(own) && own.minutes <= WITHIN * Math.min(minutesUntilMended(best), own.minutes, minutesUntilMended(listed)),
    minutes: own.minutes,
    best: best.minutes,
    listed: listed.minutes,
    inVain: own.inVain,
    listedInVain: listed.inVain,
    falselySealed: isFalselySealed(own),
    othersFalselySealed: [best, listed].some(isFalselySealed),
    sealed: own.verdict === 'sealed',
  }
}

const share = process.env.ZINC_HUNT_SHARE?.split('/').map(Number)
if (share) {
  const [at, of] = share as [number, number]
  const told = Object.fromEntries(
    worlds.map(world => [
      world,
      Array.from({ length: HUNTS }, (_, k) => k + 1)
        .filter(seed => seed % of === at)
        .map(seed => hunted(seed, world)),
    ]),
  )
  process.send!(told)
} else {
  const of = Math.max(1, availableParallelism())
  const parts = await Promise.all(
    Array.from(
      { length: of },
      (_, at) =>
        new Promise<Record<World, Told[]>>((done, fail) => {
          const child = fork(fileURLToPath(import.meta.url), { env: { ...process.env, ZINC_HUNT_SHARE: `${at}/${of}` } })
          child.once('message', message => done(message as Record<World, Told[]>))
          child.once('error', fail)
          child.once('exit', code => code !== 0 && fail(new Error(`a share of the hunts ended with ${code}`)))
        }),
    ),
  )
  console.log(
    `\n${HUNTS} hunts of each world, the program’s own advice followed blindly (bars: 90 % and 75 % within ${WITHIN} times the best minutes, no false “sealed”)`,
  )
  for (const world of worlds) {
    const all = parts.flatMap(part => part[world])
    const mean = (of: (told: Told) => number) => all.reduce((sum, each) => sum + of(each), 0) / all.length
    const percent = (of: (told: Told) => boolean) => `${(100 * mean(each => (of(each) ? 1 : 0))).toFixed(1)} %`
    console.log(
      [
        world.padEnd(8),
        `solved ${percent(each => each.solved)}`,
        `within ${WITHIN} times the best ${percent(each => each.within)}`,
        `minutes ${mean(each => each.minutes).toFixed(0)}, planner ${mean(each => each.best).toFixed(0)}, list ${mean(each => each.listed).toFixed(0)}`,
        `wrong parts a hunt ${mean(each => each.inVain).toFixed(2)}, list ${mean(each => each.listedInVain).toFixed(2)}`,
        `ended in “sealed” ${percent(each => each.sealed)}`,
        `falsely sealed ${all.filter(each => each.falselySealed).length}, by planner or list ${all.filter(each => each.othersFalselySealed).length}`,
      ].join('; '),
    )
  }
}
