<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Command, Schemas } from '@/api/client'
import ChoicePills from '@/parts/ChoicePills.vue'
import { useDraft } from '@/parts/draft'
import PanelDialog from '@/parts/PanelDialog.vue'

/** Whose text it is and why it may be used: it stands on the title card. */
const props = defineProps<{
  open: boolean
  passage: Schemas['Passage']
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{ close: [] }>()

type Kind = Schemas['PermissionKind']
const KINDS: { value: Kind; name: string; note: string }[] = [
  { value: 'own work', name: 'Our own work', note: 'In our own words (if you like)' },
  { value: 'public domain', name: 'Public domain', note: 'Why, for instance “published 1911”' },
  { value: 'licence', name: 'Under a licence', note: 'Which licence, for instance CC BY 4.0' },
  {
    value: 'permission granted',
    name: 'With permission',
    note: 'By whom and when, for instance “Ida Finch, 3 May 2026”',
  },
  { value: '', name: 'Something else', note: 'Why it may be used' },
]
const creditsOf = ({
  title,
  author,
  illustrator,
  source,
  permission,
  permission_kind,
}: Schemas['Passage']) => ({
  title,
  author,
  illustrator,
  source,
  permission,
  permission_kind,
})
const { draft, keep: send } = useDraft(
  () => creditsOf(props.passage),
  (credits) => props.send({ kind: 'set credits', passage: props.passage.id, ...credits }),
)
watch(
  () => props.open,
  (open) => open && (draft.value = creditsOf(props.passage)),
)
const note = computed(() => KINDS.find((one) => one.value === draft.value.permission_kind)!.note)
async function keep() {
  if (await send()) emit('close')
}
const FIELDS = [
  ['title', 'Title'],
  ['author', 'Author'],
  ['illustrator', 'Illustrator'],
  ['source', 'Taken from'],
] as const
</script>

<template>
  <PanelDialog :open="open" title="Credits" width="640px" @close="$emit('close')">
    <p class="text-quiet">They stand on the title card, before the first page.</p>
    <form class="mt-4" @submit.prevent="keep">
      <div class="grid grid-cols-2 gap-x-4 gap-y-3">
        <div v-for="[name, label] in FIELDS" :key="name">
          <label class="label" :for="`credit-${name}`">{{ label }}</label>
          <input
            :id="`credit-${name}`"
            v-model="draft[name]"
            class="field"
            maxlength="300"
            autocomplete="off"
          />
        </div>
      </div>
      <ChoicePills v-model="draft.permission_kind" class="mt-4" label="Why it may be used" :choices="KINDS" />
      <label class="sr-only" for="credit-permission">{{ note }}</label>
      <input
        id="credit-permission"
        v-model="draft.permission"
        class="field mt-2"
        maxlength="300"
        :placeholder="note"
        autocomplete="off"
      />
      <div class="mt-6 flex justify-end gap-2">
        <button class="button" type="button" @click="emit('close')">Cancel</button>
        <button class="button button-main" type="submit">Keep the credits</button>
      </div>
    </form>
  </PanelDialog>
</template>
