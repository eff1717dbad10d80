import type { JobView } from '#shared/views'
import { mapEditOf, type MapDraft } from './mapEdit'

/** Corrects a job's map, as it was always so. @throws ApiError when a part with a leak would go, or somebody changed it meanwhile */
export function correctMap(job: JobView, edit: (map: MapDraft) => void): Promise<JobView> {
  const map = mapEditOf(job)
  edit(map)
  return callApi<JobView>(`jobs/${job.id}/circuit`, 'PUT', { ...map, says: 'it was always so' })
}
