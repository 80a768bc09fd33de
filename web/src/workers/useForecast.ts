/** Forecasts from the worker, each kept as long as its question stays the same. */
import { useQuery } from '@tanstack/react-query'
import type { Pace } from '@vein-mend/core/practice'
import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { worker as Worker_ } from './forecast.worker'

let shared: Remote<typeof Worker_> | null = null

function remote(): Remote<typeof Worker_> {
  shared ??= wrap(new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' }))
  return shared
}

export function useForecast(pace: Pace, kept: number) {
  return useQuery({
    queryKey: ['forecast', pace, kept],
    queryFn: () => remote().forecast(pace, kept),
    staleTime: Infinity,
    networkMode: 'always',
  })
}
