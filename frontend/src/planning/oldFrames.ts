/** A shoot for frames of the past: nothing is planned in it, its review tells habits. */
import { useRouter } from 'vue-router'
import { edit } from '@/saving/undo'
import { newId } from '@/shared/ids'
import { blankShoot } from './blankShoot'

export function useOldFrames(): () => void {
  const router = useRouter()
  return () => {
    const shoot = { ...blankShoot(newId()), title: 'Old frames', genre: 'everyday' as const }
    edit('shoots', shoot)
    void router.push(`/shoots/${shoot.id}/review`)
  }
}
