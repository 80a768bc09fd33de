/** Turns failures into coded answers; nothing of the inside shows. */
import { troublesOf } from '@vein-mend/contract'
import type { ErrorRequestHandler } from 'express'
import { ValidationError } from 'yup'

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
])

const NOT_THERE = new Set(['unknown_address', 'unknown_student', 'unknown_pack', 'link_not_valid'])

export function statusOf(code: string): number {
  if (CONFLICTS.has(code)) return 409
  if (code === 'not_from_home') return 403
  return NOT_THERE.has(code) ? 404 : 422
}

interface BodyParserError {
  readonly type: string
}

function isBodyError(error: unknown): error is BodyParserError {
  return (
    typeof error === 'object' && error !== null && 'type' in error && typeof error.type === 'string'
  )
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
    } else if (isBodyError(error) && error.type === 'entity.parse.failed') {
      res.status(400).json({ error: { code: 'not_json', path: [] } })
    } else if (isBodyError(error) && error.type === 'entity.too.large') {
      res.status(413).json({ error: { code: 'too_large', path: [] } })
    } else {
      log(error)
      res.status(500).json({ error: { code: 'server_fault', path: [] } })
    }
  }
}
