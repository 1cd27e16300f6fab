/** Three-way merge of JSON documents by field. Objects are merged field by field, lists as a whole. */

export type Json = null | boolean | number | string | Json[] | { [field: string]: Json }

export interface Difference {
  /** JSON Pointer of the field. */
  pointer: string
  base: Json | undefined
  mine: Json | undefined
  theirs: Json | undefined
  /** Both sides changed the field, and differently: only a person can decide. */
  conflicting: boolean
}

const isRecord = (value: Json | undefined): value is { [field: string]: Json } =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** A copy free of reactive wrappers, which structured cloning refuses. Documents are JSON, so nothing is lost. */
export function plainCopy<D>(document: D): D {
  return document === null || document === undefined ? document : (JSON.parse(JSON.stringify(document)) as D)
}

/** Every field in which mine and theirs differ, with the value both began from. */
export function differences(base: Json | undefined, mine: Json, theirs: Json, pointer = ''): Difference[] {
  if (same(mine, theirs)) return []
  if (isRecord(mine) && isRecord(theirs)) {
    const began = isRecord(base) ? base : {}
    const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])]
    return fields.flatMap((field) =>
      mine[field] === undefined || theirs[field] === undefined
        ? [difference(`${pointer}/${field}`, began[field], mine[field], theirs[field])]
        : differences(began[field], mine[field], theirs[field], `${pointer}/${field}`),
    )
  }
  return [difference(pointer, base, mine, theirs)]
}

function difference(pointer: string, base?: Json, mine?: Json, theirs?: Json): Difference {
  const changedBoth = !same(base, mine) && !same(base, theirs)
  return { pointer, base, mine, theirs, conflicting: changedBoth }
}

/** The side a field takes unless somebody decides: whoever changed it, and mine when both did. */
export function usualSide(item: Difference): 'mine' | 'theirs' {
  return same(item.base, item.mine) ? 'theirs' : 'mine'
}

/** theirs with the fields taken from mine put in. */
export function merged(theirs: Json, items: Difference[], sides: Record<string, 'mine' | 'theirs'>): Json {
  const result = plainCopy(theirs)
  for (const item of items) {
    if (sides[item.pointer] === 'mine') put(result, item.pointer.split('/').slice(1), item.mine)
  }
  return result
}

function put(target: Json, path: string[], value: Json | undefined): void {
  const last = path.pop()
  let holder = target
  for (const part of path) holder = (holder as { [field: string]: Json })[part] as Json
  if (last === undefined || !isRecord(holder)) return
  if (value === undefined) delete holder[last]
  else holder[last] = value
}
