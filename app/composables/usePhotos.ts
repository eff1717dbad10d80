import type { JobView } from '#shared/views'

/** Above this a picture is made smaller before it travels, bytes: a phone's own pictures mostly are below it. */
const SHRINK_ABOVE = 8 * 1024 * 1024
const LONGEST_SIDE = 2560

/**
 * A picture made smaller by the browser; the file itself when the browser cannot read it, so that the server says what is
 * wrong.
 */
async function smaller(file: Blob): Promise<Blob> {
  try {
    const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' })
    const scale = Math.min(1, LONGEST_SIDE / Math.max(bitmap.width, bitmap.height))
    const canvas = new OffscreenCanvas(Math.round(bitmap.width * scale), Math.round(bitmap.height * scale))
    canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
    bitmap.close()
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })
  } catch {
    return file
  }
}

/** Sends a photograph of a job. @param drawnOn the photograph that it is with something drawn on it @throws ApiError */
export async function sendPhoto(jobId: string, file: Blob, id = newId(), drawnOn: string | null = null): Promise<JobView> {
  const body = file.size > SHRINK_ABOVE ? await smaller(file) : file
  return callApi<JobView>(`jobs/${jobId}/photos?id=${id}${drawnOn ? `&drawnOn=${drawnOn}` : ''}`, 'POST', body)
}
