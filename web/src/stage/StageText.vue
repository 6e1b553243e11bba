<script setup lang="ts">
import { familyOf, slantOf, weightOf, type Piece } from './shapes'

/** Pieces of text at the places that the core gave them. */
defineProps<{ pieces: readonly Piece[] }>()
</script>

<template>
  <text
    v-for="(piece, i) in pieces"
    :key="i"
    :x="piece.x"
    :y="piece.baseline"
    :font-size="piece.size"
    :font-family="familyOf(piece)"
    :font-weight="weightOf(piece.style)"
    :font-style="slantOf(piece.style)"
    :fill="`var(--color-${piece.ink ?? 'ink'})`"
    :data-word="piece.word || undefined"
    >{{ piece.text }}</text
  >
</template>
