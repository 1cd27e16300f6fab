/** Lets fields find what the server said about them, by JSON Pointer. */
import { computed, type ComputedRef, type InjectionKey, provide } from 'vue'
import type { Entry } from '@/saving/documents'

export interface FieldProblems {
  document: ComputedRef<string>
  problemAt: (pointer: string) => string | null
}

export const fieldProblems: InjectionKey<FieldProblems> = Symbol('field problems')

/** Provides the problems of one saved document to the fields below. */
export function provideFieldProblems(entry: () => Entry<unknown> | null, extra?: () => { pointer: string; msg: string }[]): void {
  provide(fieldProblems, {
    document: computed(() => entry()?.id ?? ''),
    problemAt: (pointer) => {
      const said = [...(entry()?.problem?.errors ?? []), ...(extra?.() ?? [])]
      return said.find((error) => error.pointer === pointer)?.msg ?? null
    },
  })
}
