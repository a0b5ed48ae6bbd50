'use client'

import { useQueryStates, type UseQueryStatesKeysMap, type Values } from 'nuqs'
import { useCallback, useMemo } from 'react'

/** What is looked at, kept in the address: a link opens the same view. What is given as undefined stays. */
export function useAddress<Address extends UseQueryStatesKeysMap>(address: Address) {
  const [shown, set] = useQueryStates(address)
  const go = useCallback(
    (to: { readonly [Key in keyof Address]?: Values<Address>[Key] | undefined }): void => {
      const given = Object.entries(to).filter(([, value]) => value !== undefined)
      void set(Object.fromEntries(given) as Partial<Values<Address>>)
    },
    [set],
  )
  return useMemo(() => ({ ...shown, go }), [go, shown])
}
