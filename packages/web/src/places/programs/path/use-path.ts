import type { Dialect } from '@rook/core'
import type { ProgramIssue } from '@rook/contract'
import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { BuiltPath } from './build-path.ts'

/** What a thread is asked for. */
export interface Asked {
  url: string
  bytes: number
  dialect: Dialect
}

/** What it tells: how much of the text has come, the path, or why there is none. */
export type Told = { share: number } | { path: BuiltPath } | { trouble: string }

/** Has an issue's path made beside the page. Another issue or control begins it anew. */
export function usePath(of: () => { issue: Pick<ProgramIssue, 'id' | 'bytes'>; dialect: Dialect } | null) {
  const path = shallowRef<BuiltPath | null>(null)
  /** From 0 to 1 while the text comes; null when there is nothing to wait for. */
  const progress = ref<number | null>(null)
  const trouble = ref<string | null>(null)
  let worker: Worker | null = null

  function stop(): void {
    worker?.terminate()
    worker = null
    progress.value = null
  }

  function make({ issue, dialect }: NonNullable<ReturnType<typeof of>>): void {
    stop()
    path.value = null
    trouble.value = null
    worker = new Worker(new URL('./path-worker.ts', import.meta.url), { type: 'module' })
    progress.value = 0
    worker.onerror = () => {
      trouble.value = 'The path could not be worked out on this tablet. The text is as it was.'
      stop()
    }
    worker.onmessage = ({ data }: MessageEvent<Told>) => {
      if ('share' in data) {
        progress.value = data.share
        return
      }
      if ('path' in data) path.value = data.path
      else trouble.value = data.trouble
      stop()
    }
    const asked: Asked = { url: `${location.origin}/api/programs/${issue.id}/text`, bytes: issue.bytes, dialect }
    worker.postMessage(asked)
  }

  // The same issue told anew is no other one.
  watch(
    () => JSON.stringify(of()),
    () => {
      const wanted = of()
      if (wanted) make(wanted)
    },
    { immediate: true },
  )
  onBeforeUnmount(stop)
  return { path, progress, trouble }
}
