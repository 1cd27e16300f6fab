<script setup lang="ts">
/** What a new installation greets with: three ways to begin. */
import { Button } from 'ant-design-vue'
import { useRouter } from 'vue-router'
import { beginningPicture } from '@/planning/beginningPictures'
import { useDemo } from '@/planning/useDemo'
import { newId } from '@/shared/ids'

defineEmits<{ blank: [] }>()
const router = useRouter()
const demo = useDemo()
const { working, problem } = demo
</script>

<template>
  <section class="welcome" aria-label="Begin">
    <h2>Say what you will shoot, and the setup is computed.</h2>
    <div class="ways">
      <article>
        <img :src="beginningPicture('bird_flight', 1)" alt="" width="264" height="176" />
        <h3>Plan a shoot now</h3>
        <p>Six questions with pictures: what, where and when, with what, how far, which light, what for.</p>
        <Button type="primary" @click="router.push('/begin')">Plan a shoot now</Button>
      </article>
      <article>
        <img :src="beginningPicture('portrait', 1)" alt="" width="264" height="176" />
        <h3>Set up my camera</h3>
        <p>Ten minutes: its sheet, its buttons, its words, what you believe. It can be left and gone on with.</p>
        <Button @click="router.push(`/gear/bodies/${newId()}/set-up`)">Set up my camera</Button>
      </article>
      <article>
        <img :src="beginningPicture('couple', 1)" alt="" width="264" height="176" />
        <h3>Look around the demo</h3>
        <p>A made-up county with nine shoots, ahead of today. Every row is marked and can be taken away again.</p>
        <Button :loading="Boolean(working)" @click="demo.load()">Look around the demo</Button>
      </article>
    </div>
    <p v-if="working" class="soft" role="status">{{ working }}</p>
    <p v-if="problem" class="stop" role="alert">{{ problem }}</p>
    <p class="soft">Or <button class="link" type="button" @click="$emit('blank')">make the first shoot</button> and describe it yourself.</p>
  </section>
</template>

<style scoped>
.welcome {
  display: grid;
  text-align: left;
  gap: 14px;
}

.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 16px;
}

article {
  display: grid;
  grid-template-rows: auto auto 1fr auto;
  gap: 6px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--rule);
  justify-items: start;
}

img {
  width: 100%;
  height: auto;
}

h3 {
  color: var(--ink);
  font-size: 14px;
}
</style>
