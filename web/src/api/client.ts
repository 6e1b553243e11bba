import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type LessonView = Schemas['LessonView']
export type LessonChange = Schemas['LessonChange']
export type Command = Schemas['Change']['command']
export type Job = Schemas['Job']
export type Take = Schemas['Take']
export type Screen = Schemas['Screen']
export type Waypoint = Schemas['Waypoint']
export type TrailView = Schemas['TrailView']

const NO_ANSWER = 'No answer'

/** The server's problem details: what happened, what was kept, what to do. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly kept: string,
    readonly advice: string,
    /** Of a part of a take that skipped ahead: the number of the one that comes next. */
    readonly expected?: number,
    /** What the person is asked, where only she can say how to go on. */
    readonly asks = '',
  ) {
    super(detail)
  }

  /** Whether there was no answer at all: it may come when asked again. */
  get unanswered(): boolean {
    return this.title === NO_ANSWER
  }

  static of(error: unknown): Problem {
    if (error instanceof Problem) return error
    const offline = error instanceof TypeError
    return offline
      ? new Problem(
          0,
          NO_ANSWER,
          'Word Trail does not answer.',
          'What was kept before is safe.',
          'Check that it is still running, then try again.',
        )
      : new Problem(
          0,
          'Something went wrong',
          error instanceof Error ? error.message : String(error),
          '',
          'Try again.',
        )
  }

  static from(status: number, body: Partial<Schemas['Problem']> | undefined): Problem {
    const detail = body?.detail ?? 'Word Trail could not do this.'
    return new Problem(
      status,
      body?.title ?? 'That did not work',
      detail,
      body?.kept ?? '',
      body?.advice ?? '',
      body?.expected ?? undefined,
      body?.asks,
    )
  }
}

export const client = createClient<paths>({ baseUrl: '/' })

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer; throws its problem. */
export async function ask<T>(request: Promise<Answer<T>>): Promise<T> {
  try {
    const { data, error, response } = await request
    if (!response.ok || data === undefined) {
      throw Problem.from(response.status, error as Partial<Schemas['Problem']> | undefined)
    }
    return data
  } catch (fault) {
    throw Problem.of(fault)
  }
}
