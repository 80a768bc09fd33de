/** A question to the server whose answer makes a screen. */
import { useQuery } from '@tanstack/react-query'
import type { DefaultError, QueryKey, UseQueryOptions } from '@tanstack/react-query'
import { useEffect } from 'react'
import { ApiError } from './api'
import { showLastSeen } from './lastSeen'

const SERVER_FAULT = 500

/** Refused in words of ours: asked again it will be the same. */
function isFinal(error: Error): boolean {
  return error instanceof ApiError && error.refusal !== null && error.status < SERVER_FAULT
}

/**
 * Like `useQuery`, but what is shown stays: where it cannot be had anew, the page says so above and asks again, and
 * what somebody is in the middle of is not taken away from under their hands. Only a refusal takes the screen's place.
 */
export function useShown<Answer, Data = Answer, Key extends QueryKey = QueryKey>(
  options: UseQueryOptions<Answer, DefaultError, Data, Key>,
) {
  const { data, error, errorUpdatedAt, isPlaceholderData } = useQuery(options)
  const stays = data !== undefined && error !== null && !isFinal(error)
  useEffect(() => {
    if (stays) showLastSeen()
  }, [stays, errorUpdatedAt])
  return { data, error: stays ? null : error, isPlaceholderData }
}
