import type { TankTestKind } from '../../../core/leaktest/testKinds'
import { balloonService } from './balloon/balloonService'
import { lookService } from './look/lookService'
import { holdService } from './hold/holdService'
import { smokeService } from './smoke/smokeService'
import { soapService } from './soap/soapService'
import type { TestService } from './testService'

/** What the server does for each kind of test. */
const testServices: { [K in TankTestKind]: TestService<K> } = {
  hold: holdService,
  balloon: balloonService,
  soap: soapService,
  smoke: smokeService,
  look: lookService,
}

export const serviceOf = <K extends TankTestKind>(kind: K): TestService<K> => testServices[kind] as TestService<K>
