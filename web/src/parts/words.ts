import type { Screen } from '@/api/client'

export const SCREEN_NAMES: Record<Screen, string> = {
  text: 'Text',
  plan: 'Plan',
  record: 'Record',
  sync: 'Sync',
  video: 'Video',
  share: 'Share',
}

export const NEXT_DEEDS: Record<Screen, string> = {
  text: 'Check the text',
  plan: 'Plan the pauses and marks',
  record: 'Record the reading',
  sync: 'Check the words',
  video: 'Make the video',
  share: 'Share it with students',
}

/** Seconds as "1:07" or "0:07.3". */
export function clock(seconds: number, tenths = false): string {
  const whole = tenths ? Math.round(seconds * 10) / 10 : Math.round(seconds)
  const minutes = Math.floor(whole / 60)
  const rest = whole - minutes * 60
  return `${minutes}:${tenths ? rest.toFixed(1).padStart(4, '0') : String(rest).padStart(2, '0')}`
}

/** Seconds as "1 min 7 s". */
export function duration(seconds: number): string {
  const whole = Math.round(seconds)
  const minutes = Math.floor(whole / 60)
  return minutes ? `${minutes} min ${whole % 60} s` : `${whole} s`
}

/** A printed word in quotation marks, without those and the signs that it was printed with. */
export const quoted = (text: string | undefined) =>
  `“${(text ?? '').replace(/^[“”"'‘(]+|[”“"’'),.;:!?…]+$/g, '')}”`

export const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`

export const ORIGINS: Record<string, string> = {
  microphone: 'recorded here',
  file: 'handed in as a file',
  'simulated narrator': 'simulated narrator',
}

/** About how long something takes: "40 s", "3.3 min". */
export const lasts = (seconds: number) =>
  seconds < 60 ? `${Math.round(seconds)} s` : `${(seconds / 60).toFixed(1).replace('.0', '')} min`
