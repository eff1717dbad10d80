import type { TankTestKind } from '#core/leaktest/testKinds'
import type { TestView, TestViews } from '#shared/leaktest/tests'
import { balloonFace } from './balloonFace'
import { lookFace } from './lookFace'
import { holdFace } from './holdFace'
import { smokeFace } from './smokeFace'
import { soapFace } from './soapFace'
import type { TestFace } from './testFace'

/** What each kind of test shows of itself, in the order of the Job's buttons. */
export const testFaces: { [K in TankTestKind]: TestFace<TestViews[K]> } = {
  hold: holdFace,
  soap: soapFace,
  smoke: smokeFace,
  balloon: balloonFace,
  look: lookFace,
}

/** What a test shows, by its own kind. */
export const faceOf = (test: Pick<TestView, 'kind'>): TestFace<TestView> => testFaces[test.kind] as TestFace<TestView>
