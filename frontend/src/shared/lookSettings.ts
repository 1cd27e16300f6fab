/** What a look is made of. */
import type { CatalogueEntry } from '@/api/types'

/** Settings that belong to a look, in the catalogue's order. */
export const lookSettings = (all: readonly CatalogueEntry[]): CatalogueEntry[] => all.filter((item) => item.scope === 'look')
