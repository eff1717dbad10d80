import type { Hunt } from '../../../core/practice/hunt'
import { rungOf } from '../../../core/practice/rungs'
import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import type { HiddenTank } from '../../db/schema/hiddenTank'

/**
 * What the stand-ins of a hunt's job show: its leaks, its valves, and what its rung has them do besides.
 * @param idOf the id on the job of a part of the tank; its own key where nothing is said
 */
export function hiddenTankOf(hunt: Hunt, idOf: (key: string) => string = key => key): HiddenTank {
  const { drift, sensorOffset, comesBack, calm } = hunt.rung === null ? ({} as Record<string, never>) : rungOf(hunt.rung)
  return {
    seed: hunt.seed,
    leaks: hunt.faults.flatMap(({ partId, rate, whenMoving }) =>
      partId !== null && rate > 0
        ? [
            {
              partId: idOf(partId),
              law: 'viscous' as const,
              rate: throughputFromStandard(rate),
              referencePressure: hunt.tank.workingPressure,
              ...(whenMoving && { whenMoving }),
            },
          ]
        : [],
    ),
    stuck: { ...hunt.stuck },
    unruliness: calm ? 0 : hunt.unruliness,
    ...(calm && { calm }),
    ...(drift !== undefined && { drift }),
    ...(sensorOffset !== undefined && { sensorOffset }),
    ...(comesBack && { comesBack }),
  }
}
