'use client'

import dynamic from 'next/dynamic'

/** The solid of a setup; three and the kernel come with it, when it is first asked for. */
export const LazySetupSolid = dynamic(() => import('./SetupSolid'), {
  ssr: false,
  loading: () => <p className="p-4 text-soft">Making the solid …</p>,
})

/** Goes from the drawn picture to the solid, and back. */
export function SolidButton({
  isSolid,
  onSolid,
}: {
  readonly isSolid: boolean
  readonly onSolid: (isSolid: boolean) => void
}) {
  return (
    <button
      type="button"
      className="button quiet text-[14px]"
      aria-pressed={isSolid}
      onClick={() => onSolid(!isSolid)}
    >
      {isSolid ? 'Drawing' : 'Solid'}
    </button>
  )
}
