'use client'

import { parseAsString, parseAsStringLiteral } from 'nuqs'
import { useAddress } from '@/ui/useAddress'

export const ANSWERS = ['worst', 'likely', 'simulate'] as const
export type AnswerKind = (typeof ANSWERS)[number]

const ADDRESS = {
  setup: parseAsString,
  requirement: parseAsString,
  answer: parseAsStringLiteral(ANSWERS).withDefault('likely'),
}

export const useWayAddress = () => useAddress(ADDRESS)
