/** Forecasts from the worker, each kept as long as its question stays the same. */
import { useQuery } from '@tanstack/react-query'
import type { GatePace, Pace } from '@vein-mend/core/practice'
import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { worker as Worker_ } from './forecast.worker'

let shared: Remote<typeof Worker_> | null = null

function remote(): Remote<typeof Worker_> {
  shared ??= wrap(new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' }))
  return shared
}

/** What is asked: when a fault may be mended, or when a gate may open. */
export type Asked =
  | { readonly about: 'fault'; readonly pace: Pace }
  | { readonly about: 'gate'; readonly pace: GatePace }

export function useForecast(asked: Asked, kept: number) {
  return useQuery({
    queryKey: ['forecast', asked, kept],
    queryFn: () =>
      asked.about === 'fault' ? remote().mended(asked.pace, kept) : remote().gate(asked.pace, kept),
    staleTime: Infinity,
    networkMode: 'always',
  })
}
