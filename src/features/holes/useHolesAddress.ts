'use client'

import { parseAsString, parseAsStringLiteral } from 'nuqs'
import { useAddress } from '@/ui/useAddress'
import { type CountedFrom } from '@/core/plan/drilling'

export const PANES = ['places', 'tools', 'program', 'measured'] as const
export type Pane = (typeof PANES)[number]
export const COUNTED: readonly CountedFrom[] = ['zero', 'corner', 'centre']

const ADDRESS = {
  setup: parseAsString,
  hole: parseAsString,
  from: parseAsStringLiteral(COUNTED).withDefault('zero'),
  pane: parseAsStringLiteral(PANES).withDefault('places'),
}

export const useHolesAddress = () => useAddress(ADDRESS)
