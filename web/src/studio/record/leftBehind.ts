/** What a closed window or a crash has left: pieces on this computer, which follow now, and takes that were broken off. */
import { computed, onMounted, ref } from 'vue'
import type { ShownLesson } from '@/api/lesson'
import { sendAllLeft } from '@/recording/sendLeft'

export function useLeftBehind(lesson: ShownLesson) {
  /** Until all of it is there, nothing is made of a take. */
  const following = ref(true)
  onMounted(async () => {
    if (await sendAllLeft()) await lesson.refresh()
    following.value = false
  })
  return {
    following,
    unfinished: computed(() => lesson.view.value.takes.filter((take) => take.state === 'recording')),
  }
}
