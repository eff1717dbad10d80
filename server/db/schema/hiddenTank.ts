import type { LinkState } from '../../../core/circuit/circuit'
import type { HiddenLeak } from '../../../core/standin/standInTank'

/** What a job's simulated tank hides: which parts leak and how much. Never sent to a page. */
export interface HiddenTank {
  seed: number
  leaks: {
    partId: string
    law: HiddenLeak['law']
    rate: number
    referencePressure: number
    /** only fuel in motion opens it */ whenMoving?: true
  }[]
  /** a repair that did not take leaves this share of the leak, by repair id; 0 when absent */
  leftAfter?: Record<string, number>
  /** valves that do not do as they are told, by link id: how they stand */
  stuck?: Record<string, LinkState>
  /** share of the travel, from and to, over which the level sender’s track is worn through */
  senderDead?: [number, number]
  /** V that the tank pressure sensor is off by */
  sensorOffset?: number
  /** of a hunt: the keys of its tank’s parts by their ids on the job */
  keys?: Record<string, string>
  /** how the air around it warms, K an hour, where it is not as it is usual there */
  drift?: number
  /** the first repair from outside leaves some of each leak */
  comesBack?: true
  /** how far it does what real tanks do besides, from not at all (0) to as much as any (1); 0 when absent */
  unruliness?: number
  /** nothing but a leak moves it, so that whoever holds it for the first time sees what a hold is */
  calm?: true
}
