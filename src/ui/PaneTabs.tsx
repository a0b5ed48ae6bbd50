interface PaneTabsProps<Pane extends string> {
  readonly panes: readonly Pane[]
  readonly words: Readonly<Record<Pane, string>>
  readonly shown: Pane
  readonly onShow: (pane: Pane) => void
}

/** The row of buttons over a side sheet that choose what it shows. */
export function PaneTabs<Pane extends string>({
  onShow,
  panes,
  shown,
  words,
}: PaneTabsProps<Pane>) {
  return (
    <div
      role="group"
      aria-label="What is shown"
      className="flex flex-wrap gap-1 border-b border-faint px-2 pt-1.5"
    >
      {panes.map((pane) => (
        <button
          key={pane}
          type="button"
          aria-pressed={pane === shown}
          className={`cursor-pointer rounded-t-md px-3 py-1.5 ${pane === shown ? 'border-b-3 border-blue font-bold' : 'text-soft hover:bg-wash'}`}
          onClick={() => onShow(pane)}
        >
          {words[pane]}
        </button>
      ))}
    </div>
  )
}
