'use client'

import { parseAsString, parseAsStringLiteral } from 'nuqs'
import { useAddress } from '@/ui/useAddress'

export const PANES = ['find', 'next', 'reach', 'index', 'write'] as const
export type Pane = (typeof PANES)[number]

const ADDRESS = {
  setup: parseAsString,
  pane: parseAsStringLiteral(PANES).withDefault('find'),
}

export const useZeroAddress = () => useAddress(ADDRESS)
