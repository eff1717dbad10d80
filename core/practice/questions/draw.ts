import { channelOf, uniformAt } from '../../standin/seededRandom'

/** Draws by name, so that one more does not change the others. */
export interface Drawer {
  one<T>(list: readonly T[], name: string): T
  shuffled<T>(list: readonly T[], name: string): T[]
}

export const drawer = (seed: number): Drawer => ({
  one: (list, name) => list[Math.floor(uniformAt(seed, channelOf(name), 0) * list.length)]!,
  shuffled: (list, name) =>
    list
      .map((each, k) => ({ each, at: uniformAt(seed, channelOf(name), k + 1) }))
      .sort((a, b) => a.at - b.at)
      .map(({ each }) => each),
})
