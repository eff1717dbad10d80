import { lookKind } from './look/lookKind'
import { holdKind } from './hold/holdKind'
import { balloonKind } from './balloon/balloonKind'
import { rigKind } from './rig/rigKind'
import { smokeKind } from './smoke/smokeKind'
import { soapKind } from './soap/soapKind'
import type { TestKind } from './testKind'

/** The registry of the kinds of test. What every layer says of a kind is keyed by it, so that one left out does not compile. */
export const testKinds = {
  hold: holdKind,
  balloon: balloonKind,
  soap: soapKind,
  smoke: smokeKind,
  look: lookKind,
  rig: rigKind,
} as const satisfies Record<string, TestKind>

export type TestKindKey = keyof typeof testKinds
export const testKindKeys = Object.keys(testKinds) as TestKindKey[]

type KindsOf<Subject extends TestKind['subject']> = {
  [K in TestKindKey]: (typeof testKinds)[K]['subject'] extends Subject ? K : never
}[TestKindKey]
/** Kinds of test that say something of a tank. */
export type TankTestKind = KindsOf<'tank'>

/** Whether a word is a kind of test of a tank. */
export const isTankTestKind = (word: string): word is TankTestKind =>
  Object.hasOwn(testKinds, word) && testKinds[word as TestKindKey].subject === 'tank'

const names = (kind: TestKindKey, other: TestKindKey) => (testKinds[kind] as TestKind).besides.includes(other)
/** Whether a test of one kind may run while one of another does: it is enough that one of the two says so. */
export const mayRunBeside = (kind: TestKindKey, other: TestKindKey): boolean => names(kind, other) || names(other, kind)

/** A test's name, such as Hold 2. */
export const testName = ({ kind, number }: { kind: TestKindKey; number: number }): string => `${testKinds[kind].name} ${number}`
