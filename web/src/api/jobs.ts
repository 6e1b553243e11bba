import type { Job } from './client'

/** Whether a job is under way, or waits to be. */
export const isActive = ({ state }: Pick<Job, 'state'>) => state === 'waiting' || state === 'running'
