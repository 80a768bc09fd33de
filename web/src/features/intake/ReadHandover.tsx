/** Takes a student in from another studio's file, with the whole history. */
import type { StudentId } from '@vein-mend/core/record'
import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { ApiError, api } from '../../data/api'
import { freshId } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { sayRefusal } from '../../wording/refusals'

function parse(text: string): object | null {
  try {
    const value: unknown = JSON.parse(text)
    return typeof value === 'object' ? value : null
  } catch {
    return null
  }
}

export function ReadHandover() {
  const client = useQueryClient()
  const navigate = useNavigate()
  const input = useRef<HTMLInputElement>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const takeIn = async (file: File) => {
    const handover = parse(await file.text())
    if (!handover) {
      setTrouble(`“${file.name}” is not a handover file.`)
      return
    }
    try {
      const taken = await api.takeIn(freshId() as StudentId, handover)
      await client.invalidateQueries({ queryKey: ['students'] })
      await navigate(`/students/${taken.id}`)
    } catch (error) {
      setTrouble(
        error instanceof ApiError
          ? sayRefusal(error.refusal)
          : 'The server does not answer. Nothing was taken in.',
      )
    }
  }
  return (
    <div className="mt-3">
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        tabIndex={-1}
        aria-label="Handover file"
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) void takeIn(file)
          event.target.value = ''
        }}
      />
      <Button onClick={() => input.current?.click()}>
        They bring a handover file from another studio
      </Button>
      {trouble !== null && (
        <p role="alert" className="bg-dangerwash text-danger mt-2 rounded p-3">
          {trouble}
        </p>
      )}
    </div>
  )
}
