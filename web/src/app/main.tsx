/** Where the pages begin. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { ApiError } from '../data/api'
import { Outbox } from '../data/outbox'
import { OutboxContext } from '../data/useActs'
import { makeRouter } from './router'
import './theme.css'

/** A refusal will be the same the second time; a lost connection may not. */
function worthRetrying(count: number, error: Error): boolean {
  return !(error instanceof ApiError) && count < 3
}

const client = new QueryClient({
  defaultOptions: { queries: { staleTime: 15_000, retry: worthRetrying, networkMode: 'always' } },
})
const outbox = new Outbox(client)
const root = document.getElementById('root')
if (!root) throw new Error('the page has no root')

if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  void navigator.serviceWorker.register('/serviceWorker.js')
}

createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <OutboxContext value={outbox}>
        <RouterProvider router={makeRouter()} />
      </OutboxContext>
    </QueryClientProvider>
  </StrictMode>,
)
