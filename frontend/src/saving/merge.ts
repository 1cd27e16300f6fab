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

const isRecord = (value: unknown): value is { [field: string]: Json } => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Whether two JSON values say the same; the order of an object's fields says nothing. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, k) => same(item, b[k]))
  if (!isRecord(a) || !isRecord(b)) return false
  const fields = Object.keys(a).filter((field) => a[field] !== undefined)
  return (
    fields.length === Object.keys(b).filter((field) => b[field] !== undefined).length &&
    fields.every((field) => field in b && same(a[field], b[field]))
  )
}

/** A copy free of reactive wrappers, which structured cloning refuses. Documents are JSON, so nothing is lost. */
export function plainCopy<D>(document: D): D {
  return document === null || document === undefined ? document : (JSON.parse(JSON.stringify(document)) as D)
}

const escaped = (field: string): string => field.replaceAll('~', '~0').replaceAll('/', '~1')
const unescaped = (part: string): string => part.replaceAll('~1', '/').replaceAll('~0', '~')

/** The fields a JSON Pointer (RFC 6901) leads through. */
export const partsOf = (pointer: string): string[] => pointer.split('/').slice(1).map(unescaped)

/** Every field in which mine and theirs differ, with the value both began from. */
export function differences(base: Json | undefined, mine: Json, theirs: Json, pointer = ''): Difference[] {
  if (same(mine, theirs)) return []
  if (isRecord(mine) && isRecord(theirs)) {
    const began = isRecord(base) ? base : {}
    const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])]
    return fields.flatMap((field) =>
      mine[field] === undefined || theirs[field] === undefined
        ? difference(`${pointer}/${escaped(field)}`, began[field], mine[field], theirs[field])
        : differences(began[field], mine[field], theirs[field], `${pointer}/${escaped(field)}`),
    )
  }
  return difference(pointer, base, mine, theirs)
}

function difference(pointer: string, base?: Json, mine?: Json, theirs?: Json): Difference[] {
  if (same(mine, theirs)) return []
  return [{ pointer, base, mine, theirs, conflicting: !same(base, mine) && !same(base, theirs) }]
}

/** The side a field takes unless somebody decides: whoever changed it, and mine when both did. */
export function usualSide(item: Difference): 'mine' | 'theirs' {
  return same(item.base, item.mine) ? 'theirs' : 'mine'
}

/** theirs with the fields taken from mine put in. */
export function merged(theirs: Json, items: Difference[], sides: Record<string, 'mine' | 'theirs'>): Json {
  let result = plainCopy(theirs)
  for (const item of items) {
    if (sides[item.pointer] !== 'mine') continue
    if (item.pointer === '') result = plainCopy(item.mine ?? null)
    else put(result, partsOf(item.pointer), plainCopy(item.mine))
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

/** Both edits in one document, when no field was changed twice; null when a person must decide. */
export function mergedAlone(base: Json | undefined, mine: Json, theirs: Json): Json | null {
  const items = differences(base, mine, theirs)
  if (items.some((item) => item.conflicting)) return null
  return merged(theirs, items, Object.fromEntries(items.map((item) => [item.pointer, usualSide(item)])))
}
