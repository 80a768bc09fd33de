import { useRouteError } from 'react-router'

/** What is shown when a screen breaks: the record itself is safe on the server. */
export function Crash() {
  const error = useRouteError()
  return (
    <main className="mx-auto max-w-xl py-20">
      <h1 className="text-2xl">This screen broke</h1>
      <p className="mt-2">
        What you noted is kept. Reload the page; if it breaks again, note these words:
      </p>
      <pre className="bg-glaze border-line mt-3 overflow-auto border p-3 text-sm">
        {error instanceof Error ? error.message : String(error)}
      </pre>
    </main>
  )
}
