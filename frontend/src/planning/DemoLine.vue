<script setup lang="ts">
/** What can be done with the demo rows, all of them together. */
import ConfirmLink from '@/shared/ConfirmLink.vue'
import { useDemo } from './useDemo'

const demo = useDemo()
const { hidden, working, problem, isThere } = demo
</script>

<template>
  <p class="demo soft no-print" role="status">
    <template v-if="working">{{ working }}</template>
    <template v-else-if="isThere">
      <span>Rows marked “demo” belong to the made-up world this comes with.</span>
      <button class="link" type="button" @click="hidden = !hidden">{{ hidden ? 'Show them' : 'Hide them' }}</button>
      <ConfirmLink
        question="Take every demo row away, the edited ones too? They can be brought back as they came."
        yes="Take away"
        @confirm="demo.remove()">
        Take them away
      </ConfirmLink>
    </template>
    <template v-else>
      <span>The demo world is not here.</span>
      <button class="link" type="button" @click="demo.load()">Bring it back</button>
    </template>
    <span v-if="problem" class="stop" role="alert">{{ problem }}</span>
  </p>
</template>

<style scoped>
.demo {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  margin-top: 18px;
  font-size: 12px;
}
</style>
