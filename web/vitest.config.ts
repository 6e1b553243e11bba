import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { defineConfig, mergeConfig } from 'vitest/config'
import vite from './vite.config.ts'

const TESTS = 'tests'

/** A test that puts something in the place of what a browser has, or of one of our modules, needs a world of its own; a
    new world for each file costs half a second, so the others share one. */
const CHANGES_THE_WORLD = /vi\.mock|stubGlobal|indexedDB|globalThis\.|window\.[a-zA-Z]+ =|fetch/

const files = readdirSync(TESTS, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.test.ts'))
  .map((name) => join(TESTS, name))
const alone = files.filter((name) => CHANGES_THE_WORLD.test(readFileSync(name, 'utf8')))

const project = (name: string, include: string[], isolate: boolean) => ({
  extends: true as const,
  test: { name, include, isolate },
})

export default mergeConfig(
  vite,
  defineConfig({
    test: {
      environment: 'happy-dom',
      restoreMocks: true,
      projects: [
        project(
          'together',
          files.filter((name) => !alone.includes(name)),
          false,
        ),
        project('alone', alone, true),
      ],
    },
  }),
)
