'use client'

interface WhoInBarProps {
  readonly who: string
  readonly onWho: (who: string) => void
}

/** In a bar over a page at the machine: who stands there. */
export const WhoInBar = ({ onWho, who }: WhoInBarProps) => (
  <label className="flex items-center gap-2">
    by
    <input
      className="min-h-[44px] w-24 rounded-lg border border-bar-soft bg-transparent px-2"
      value={who}
      placeholder="initials"
      onChange={(event) => onWho(event.target.value)}
    />
  </label>
)
