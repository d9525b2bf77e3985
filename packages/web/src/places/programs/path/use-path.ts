import type { Dialect } from '@rook/core'
import type { ProgramIssue } from '@rook/contract'
import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { call } from '../../../app/call.ts'
import type { BuiltPath } from './build-path.ts'

/** Lines that are fetched at a time. */
const STRETCH = 50_000

/** Fetches an issue a stretch at a time and has its path made beside the page. Another issue or control begins it anew. */
export function usePath(of: () => { issue: Pick<ProgramIssue, 'id' | 'lines'>; dialect: Dialect } | null) {
  const path = shallowRef<BuiltPath | null>(null)
  /** From 0 to 1 while lines come; null when there is nothing to wait for. */
  const progress = ref<number | null>(null)
  const trouble = ref<string | null>(null)
  let worker: Worker | null = null

  function stop(): void {
    worker?.terminate()
    worker = null
  }

  async function make({ issue, dialect }: NonNullable<ReturnType<typeof of>>): Promise<void> {
    stop()
    const mine = new Worker(new URL('./path-worker.ts', import.meta.url), { type: 'module' })
    worker = mine
    path.value = null
    trouble.value = null
    progress.value = 0
    const fail = (sentence: string) => {
      if (worker !== mine) return
      trouble.value = sentence
      progress.value = null
      stop()
    }
    mine.onerror = () => fail('The path could not be worked out on this tablet. The text is as it was.')
    mine.onmessage = ({ data }: MessageEvent<BuiltPath>) => {
      if (worker !== mine) return
      path.value = data
      progress.value = null
      stop()
    }
    try {
      for (let at = 0; at < issue.lines && worker === mine;) {
        const { lines } = await call('programLines', { params: { id: issue.id }, query: { from: at + 1, count: STRETCH } })
        if (lines.length === 0) break
        at += lines.length
        mine.postMessage({ piece: `${lines.join('\n')}\n` })
        if (worker === mine) progress.value = at / issue.lines
      }
      mine.postMessage({ dialect })
    } catch {
      fail('The text did not come. Look at the path again when the server answers.')
    }
  }

  // The same issue told anew is no other one.
  watch(
    () => JSON.stringify(of()),
    () => {
      const wanted = of()
      if (wanted) void make(wanted)
    },
    { immediate: true },
  )
  onBeforeUnmount(stop)
  return { path, progress, trouble }
}
