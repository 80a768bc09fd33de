/** Starts a thread of the server run from source: its file is TypeScript, and a thread does not inherit who reads that. */
import { workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
await import(workerData.script)
