import { ask, client, type Job } from './client'
import { useLesson } from './lesson'

/** A way to stop long work on the lesson. */
export function useStopping() {
  const lesson = useLesson()
  return async (job: Job) => {
    try {
      await ask(client.POST('/api/jobs/{job}/cancel', { params: { path: { job: job.id } } }))
      await lesson.refresh()
    } catch (fault) {
      lesson.report(fault)
    }
  }
}
