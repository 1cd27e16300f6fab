/** The demo world: which rows belong to it, whether lists show it, and how it is loaded, taken away and brought back. */
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import { noteGone, reloadKind } from '@/saving/documents'
import { KIND_LIST } from '@/saving/kinds'

const ids = ref<ReadonlySet<string>>(new Set())
const hidden = useLocalStorage('wa-demo-hidden', false)
const working = ref('')
const problem = ref('')
let asked: Promise<void> | null = null

async function ask(): Promise<void> {
  ids.value = new Set((await answered(client.GET('/api/v1/demo'))).ids)
}

async function done(says: string, work: () => Promise<unknown>): Promise<void> {
  working.value = says
  problem.value = ''
  try {
    await work()
    await ask()
    await Promise.all(KIND_LIST.map((kind) => reloadKind(kind)))
  } catch (error) {
    problem.value = (error as Error).message
  } finally {
    working.value = ''
  }
}

export function useDemo() {
  asked ??= ask().catch(() => void (asked = null))
  const load = (): Promise<void> => done('Loading the demo…', () => answered(client.POST('/api/v1/demo', { body: {} as never })))
  const remove = (): Promise<void> =>
    done('Taking the demo away…', async () => {
      await answered(client.DELETE('/api/v1/demo'))
      noteGone(ids.value)
    })
  return {
    isDemo: (id: string): boolean => ids.value.has(id),
    /** Whether a row is to be listed. */
    isShown: (id: string): boolean => !(hidden.value && ids.value.has(id)),
    isThere: computed(() => ids.value.size > 0),
    hidden,
    working,
    problem,
    load,
    remove,
  }
}
