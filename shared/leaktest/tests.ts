import type { AnyObjectSchema } from 'yup'
import type { TankTestKind } from '../../core/leaktest/testKinds'
import { ago } from '../schemas/fields'
import type { BalloonForm } from './balloon/balloonForm'
import { balloonTest } from './balloon/balloonTest'
import type { BalloonView } from './balloon/balloonView'
import type { LookForm } from './look/lookForm'
import { lookTest } from './look/lookTest'
import type { LookView } from './look/lookView'
import type { HoldForm } from './hold/holdForm'
import { holdTest } from './hold/holdTest'
import type { HoldView } from './hold/holdView'
import type { SmokeForm } from './smoke/smokeForm'
import { smokeTest } from './smoke/smokeTest'
import type { SmokeView } from './smoke/smokeView'
import type { SoapForm } from './soap/soapForm'
import { soapTest } from './soap/soapTest'
import type { SoapView } from './soap/soapView'
import type { TestDescriptor } from './testDescriptor'

/** What the server tells of a test of each kind. */
export interface TestViews {
  hold: HoldView
  balloon: BalloonView
  soap: SoapView
  smoke: SmokeView
  look: LookView
}
export type TestView = TestViews[TankTestKind]

/** What both sides know of each kind of test. */
export const testDescriptors: { [K in TankTestKind]: TestDescriptor<TestViews[K]> } = {
  hold: holdTest,
  balloon: balloonTest,
  soap: soapTest,
  smoke: smokeTest,
  look: lookTest,
}

/** The descriptor of a test's own kind. */
export const descriptorOf = <K extends TankTestKind>(test: Pick<TestViews[K], 'kind'>): TestDescriptor<TestViews[K]> =>
  testDescriptors[test.kind as K]

/** The form of an entry by its word; it may say how long ago it was done. Undefined where tests of this kind have none of that word. */
export function entrySchema(kind: TankTestKind, word: string): AnyObjectSchema | undefined {
  const { entries } = testDescriptors[kind]
  return Object.hasOwn(entries, word) ? entries[word]!.schema.shape({ ago: ago() }) : undefined
}

/** Tests of one kind, in the order in which they were begun. */
export const testsOf = <K extends TankTestKind>(job: { tests: readonly TestView[] }, kind: K): TestViews[K][] =>
  job.tests.filter((test): test is TestViews[K] => test.kind === kind)

/** Whether a test counts and runs at this moment. */
export const isRunning = (test: TestView): boolean =>
  !test.struck && (descriptorOf(test) as TestDescriptor<TestView>).runs(test)

/** The form that begins a test of each kind. */
export interface TestForms {
  hold: HoldForm
  balloon: BalloonForm
  soap: SoapForm
  smoke: SmokeForm
  look: LookForm
}
