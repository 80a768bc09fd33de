/** Turns failures into coded answers; nothing of the inside shows. */
import { troublesOf } from '@vein-mend/contract'
import type { ErrorRequestHandler } from 'express'
import { ValidationError } from 'yup'
import { isFull, NoRoom, UnplayableRecord } from '../store'
import { TooHeavy } from '../threads'

/** Codes that mean two people (or two tabs) wanted to do the same thing. */
const CONFLICTS = new Set([
  'fault_already_settled',
  'mended_already',
  'lesson_still_open',
  'student_exists',
  'lesson_exists',
  'case_exists',
  'undone_already',
  'pack_exists',
  'pack_in_use',
  'pack_is_shipped',
  'pack_removes',
  'handover_here_already',
  'handover_differs',
  'handover_of_two',
  'record_unplayable',
  'nothing_aside',
  'nothing_to_set_aside',
  'still_cannot_be_read',
  'copy_of_another_history',
  'other_studio',
])

const NOT_THERE = new Set([
  'unknown_address',
  'unknown_student',
  'unknown_pack',
  'link_not_valid',
  'unknown_take',
])

export function statusOf(code: string): number {
  if (CONFLICTS.has(code)) return 409
  if (code === 'not_from_home') return 403
  if (code === 'too_large') return 413
  if (code === 'no_room') return 507
  if (code === 'too_many_from_home') return 429
  return NOT_THERE.has(code) ? 404 : 422
}

/** What body parser and router say of a request they cannot read: a status of the 400s, and sometimes a type. */
interface ClientError {
  readonly status: number
  readonly type?: unknown
}

function isClientError(error: unknown): error is ClientError {
  if (typeof error !== 'object' || error === null || !('status' in error)) return false
  const { status } = error
  return typeof status === 'number' && status >= 400 && status < 500
}

function clientFault({ status, type }: ClientError) {
  if (type === 'entity.parse.failed') return { status: 400, code: 'not_json' }
  if (status === 413) return { status, code: 'too_large' }
  return { status, code: 'not_understood' }
}

export function answerErrors(log: (error: unknown) => void): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) {
      next(error)
    } else if (error instanceof ValidationError) {
      const fields = troublesOf(error)
      const first = fields[0]
      res.status(422).json({
        error: { code: first?.code ?? 'not_understood', path: first?.path ?? [], fields },
      })
    } else if (error instanceof UnplayableRecord) {
      const facts = { ...error.trouble }
      res.status(409).json({ error: { code: 'record_unplayable', path: ['student'], facts } })
    } else if (isFull(error)) {
      log(error)
      const facts = error instanceof NoRoom ? { needed: error.needed, free: error.free } : {}
      res.status(507).json({ error: { code: 'no_room', path: [], facts } })
    } else if (error instanceof TooHeavy) {
      log(error)
      res.status(422).json({ error: { code: 'too_heavy', path: [] } })
    } else if (isClientError(error)) {
      const { status, code } = clientFault(error)
      res.status(status).json({ error: { code, path: [] } })
    } else {
      log(error)
      res.status(500).json({ error: { code: 'server_fault', path: [] } })
    }
  }
}
