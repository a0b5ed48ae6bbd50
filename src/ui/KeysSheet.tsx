'use client'

import { DialogSheet, OpenSheet, type SheetProps } from './DialogSheet'

const KEYS: readonly (readonly [string, string])[] = [
  ['?', 'these keys'],
  ['Q', 'quick figures; Alt Q while typing in a field'],
  ['S', 'say it: go to the line (Part)'],
  ['D', 'dimensions on the drawing: show, hide (Part)'],
  ['Tab', 'in the line: take the first completion'],
  ['Enter', 'in the line: add what was said'],
  ['[  ]', 'setup before, setup after (Ways, Holes, Zero)'],
  ['Shift [  ]', 'move the setup earlier, later (Ways)'],
  ['↑  ↓', 'requirement before, after (Ways)'],
  ['T', 'turn the part: which face is up (Ways)'],
  ['N', 'add a setup (Ways)'],
  ['W', 'worst case, likely, simulate (Ways)'],
  ['← → ↑ ↓', 'at the mill: jog X and Y by the chosen step'],
  ['Page up, down', 'at the mill: jog Z'],
  ['1 … 5', 'at the mill: choose the step'],
  ['1 … 6, 0', 'in the solid: look from the front, right, back, left, top, base, slanting'],
  ['L, F', 'in the solid: look straight at what is picked; see all of it'],
  ['Tab, Enter', 'in the solid: what lies behind under the pointer; pick it'],
  ['Ctrl Z', 'take back'],
  ['Ctrl Y', 'do again'],
  ['Esc', 'close, let go; end picking cuts (Ways)'],
]

/** Every key, in a sheet. */
export default function KeysSheet({ onClosed, ...props }: SheetProps) {
  return (
    <OpenSheet {...props}>
      <DialogSheet
        title="Keys"
        description="Everything can be reached with the keyboard."
        onClosed={onClosed}
      >
        <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
          {KEYS.map(([key, words]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="border-soft!">{key}</kbd>
              </dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
      </DialogSheet>
    </OpenSheet>
  )
}
