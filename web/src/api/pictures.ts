import { ask, client } from './client'

/** Keep a picture file for a lesson: its name and size. */
export function keepPicture(lesson: string, file: File) {
  const body = new FormData()
  body.append('file', file)
  return ask(
    client.POST('/api/lessons/{lesson}/pictures', {
      params: { path: { lesson } },
      body: body as never,
      bodySerializer: (form) => form as never,
    }),
  )
}
