<script setup lang="ts">
/** A clip of a drill: plays once by itself unless motion is to be spared; again by its button, step by step by its slider. */
import { Button } from 'ant-design-vue'
import { usePreferredReducedMotion } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { fixed } from '@/shared/numberText'
import { usePlayed } from '@/shared/usePlayed'

const props = defineProps<{ pictures: readonly string[]; perS: number }>()
const at = ref(0)
const motion = usePreferredReducedMotion()
const last = computed(() => props.pictures.length - 1)
const { isActive, pause, resume, toggle } = usePlayed(
  at,
  () => last.value,
  () => 1000 / props.perS,
)
watch(
  () => props.pictures,
  () => {
    pause()
    at.value = 0
    if (motion.value !== 'reduce') resume()
  },
  { immediate: true },
)
function hold(moment: number): void {
  pause()
  at.value = moment
}
</script>

<template>
  <div class="clip">
    <img :src="pictures[at]" decoding="sync" :alt="`The finder at ${fixed(at / perS, 1)} s`" />
    <div class="row">
      <Button size="small" @click="toggle">{{ isActive ? 'Hold it' : at === last ? 'Play it again' : 'Play' }}</Button>
      <input
        :value="at"
        type="range"
        min="0"
        :max="last"
        step="1"
        aria-label="Moment of the clip"
        :aria-valuetext="`${fixed(at / perS, 1)} s of ${fixed(last / perS, 1)} s`"
        @input="(event) => hold(Number((event.target as HTMLInputElement).value))" />
      <span class="soft moment">{{ fixed(at / perS, 1) }} s</span>
    </div>
  </div>
</template>

<style scoped>
.clip {
  width: 100%;
  max-width: 480px;
}

img {
  display: block;
  width: 100%;
  aspect-ratio: 3 / 2;
  background: var(--well);
}

.row {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}

.row :deep(.ant-btn) {
  min-width: 100px;
}

input {
  flex: 1;
  min-width: 0;
  min-height: 32px;
}

.moment {
  min-width: 44px;
  text-align: right;
}
</style>
