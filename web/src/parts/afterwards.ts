import { onScopeDispose, ref, watch, type Ref } from 'vue'

/** Whether what `first` stands for has been painted: what is less urgent can come now. Once it can, it stays. */
export function useAfterwards(first: Readonly<Ref<boolean>>): Readonly<Ref<boolean>> {
  const painted = ref(false)
  let frame = 0
  const stop = watch(
    first,
    (there) => {
      if (!there || frame) return
      // A frame begins before it is painted: the one after it comes behind the picture.
      frame = requestAnimationFrame(() => (frame = requestAnimationFrame(() => (painted.value = true))))
    },
    { immediate: true, flush: 'post' },
  )
  onScopeDispose(() => {
    stop()
    cancelAnimationFrame(frame)
  })
  return painted
}
