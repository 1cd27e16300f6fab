<script setup lang="ts">
/** A line under the bar while an answer takes more than a second. */
import { isWorking } from '@/api/underWay'
</script>

<template>
  <div v-if="isWorking" class="working" role="progressbar" aria-label="The answer is being worked out"><i /></div>
</template>

<style scoped>
.working {
  position: absolute;
  right: 0;
  bottom: -2px;
  left: 0;
  height: 3px;
  overflow: hidden;
  background: var(--rule);
}

i {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 20%;
  background: var(--move);
  animation: goes 1.6s linear infinite;
}

@keyframes goes {
  from {
    left: -20%;
  }

  to {
    left: 100%;
  }
}

@media (prefers-reduced-motion: reduce) {
  i {
    left: 40%;
    animation: none;
  }
}

@media print {
  .working {
    display: none;
  }
}
</style>
