/** Changes that the server sends (JSON Patch, RFC 6902), made on a value of which all else stays the same object. */
import { applyPatches, enablePatches, setAutoFreeze, type Patch } from 'immer'
import type { Schemas } from './client'

enablePatches()
// The values are large and never changed in place: looking through all of them to freeze them costs more than it saves.
setAutoFreeze(false)

type Operation = Schemas['PatchOperation']

const tokensOf = (path: string): (string | number)[] =>
  path
    .split('/')
    .slice(1)
    .map((token) => token.replaceAll('~1', '/').replaceAll('~0', '~'))
    .map((token) => (/^\d+$/.test(token) ? Number(token) : token))

/** `value` after the operations, one after another; parts without changes are the same objects as before. */
export function patched<T extends object>(value: T, operations: readonly Operation[]): T {
  const patches: Patch[] = operations.map(({ op, path, value: given }) => ({
    op,
    path: tokensOf(path),
    value: given,
  }))
  return applyPatches(value, patches)
}
