/** Where the pages begin. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import type { ActsTaken } from '@vein-mend/contract'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { api, ApiError } from '../data/api'
import { probeKeeping } from '../data/keep'
import { askAgain } from '../data/lastSeen'
import { browserMail } from '../data/mail/browserMail'
import { takeIn } from '../data/takeIn'
import { MailContext } from '../data/useActs'
import { makeRouter } from './router'
import './theme.css'

/** A refusal will be the same the second time; a lost connection may not. */
function worthRetrying(count: number, error: Error): boolean {
  return !(error instanceof ApiError) && count < 3
}

const client = new QueryClient({
  defaultOptions: { queries: { staleTime: 15_000, retry: worthRetrying, networkMode: 'always' } },
})
probeKeeping()
const mail = browserMail((student) => {
  void client.invalidateQueries({ queryKey: ['student', student] })
  void client.invalidateQueries({ queryKey: ['students'] })
})
// The mail gives on what the server said to the address it was sent to.
mail.onTaken((parcel, taken) => takeIn(client, parcel, taken as ActsTaken))
void mail.start()
askAgain(api.health, () => void client.invalidateQueries())
const root = document.getElementById('root')
if (!root) throw new Error('the page has no root')

if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  void navigator.serviceWorker.register('/serviceWorker.js')
}

createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <MailContext value={mail}>
        <RouterProvider router={makeRouter()} />
      </MailContext>
    </QueryClientProvider>
  </StrictMode>,
)
