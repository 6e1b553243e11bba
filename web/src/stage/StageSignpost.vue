<script setup lang="ts">
import { computed } from 'vue'
import StageStones from './StageStones.vue'
import StageText from './StageText.vue'
import type { StageState } from './cueReader'
import { footpathOf, stoneOf, stonesUsed, type Signpost, type Look } from './shapes'

const props = defineProps<{ signpost: Signpost; waited: number; look: Look; state: StageState }>()
const lit = computed(() => {
  const box = props.signpost.boxes.find((one) => one.word === props.state.lit)
  return box && stoneOf(box, props.look)
})
const answered = computed(() => props.state.parts.includes(`${props.signpost.id}.answer`))
const body = computed(() => props.signpost.y + props.signpost.header)
const used = computed(() => stonesUsed(props.signpost, props.waited))
</script>

<template>
  <g data-signpost>
    <path
      v-if="signpost.page === state.page"
      :d="footpathOf(signpost.footpath)"
      fill="none"
      stroke="var(--color-lake)"
      stroke-width="4"
      stroke-dasharray="0.01 11"
      stroke-linecap="round"
    />
    <rect
      :x="signpost.x"
      :y="signpost.y"
      :width="signpost.width"
      :height="signpost.height"
      rx="14"
      fill="var(--color-lake)"
    />
    <rect
      :x="signpost.x + 2"
      :y="body"
      :width="signpost.width - 4"
      :height="signpost.height - signpost.header - 2"
      rx="12"
      fill="var(--color-white)"
    />
    <rect :x="signpost.x + 2" :y="body" :width="signpost.width - 4" height="14" fill="var(--color-white)" />
    <polygon :points="signpost.tip.join(' ')" fill="var(--color-lake)" />
    <g v-if="lit" data-stone :data-word="state.lit">
      <rect
        :x="lit.x"
        :y="lit.y"
        :width="lit.width"
        :height="lit.height"
        :rx="lit.radius"
        fill="var(--color-moss-pale)"
      />
      <rect
        :x="lit.x"
        :y="lit.footY"
        :width="lit.width"
        :height="lit.foot"
        :rx="lit.foot / 2"
        fill="var(--color-moss)"
      />
    </g>
    <StageText :pieces="signpost.pieces" />
    <StageText v-if="answered" :pieces="signpost.answer ?? []" />
    <StageStones :stones="signpost.stones" :used="used" :radius="look.stone" colour="lake" />
  </g>
</template>
