import { type Machine, USUAL_HEAD } from '@/core/shop/workshop'
import { Tick } from '@/ui/fields'
import { GearFields } from './FieldsOfGear'
import { HEAD_FIELDS, ROTARY_FIELDS } from './machineFields'

interface MachinePartsProps {
  readonly machine: Machine
  readonly onSave: (next: unknown) => Promise<void>
}

/** What not every machine has: a rotary axis, a head that swings. */
export function MachineParts(props: MachinePartsProps) {
  return (
    <>
      <RotaryPart {...props} />
      <HeadPart {...props} />
    </>
  )
}

function RotaryPart({ machine, onSave }: MachinePartsProps) {
  return (
    <div className="mt-2 border-t border-faint pt-2">
      <Tick
        label="It has a rotary axis"
        checked={machine.rotary !== undefined}
        onChange={(has) => {
          const { rotary: _rotary, ...plain } = machine
          void onSave(
            has
              ? {
                  ...plain,
                  rotary: {
                    letter: 'A',
                    along: 'x',
                    turns: 'table',
                    positive: 'counter-clockwise',
                    centre: {
                      x: -machine.travel.x / 2,
                      y: -machine.travel.y / 2,
                      z: -machine.travel.z,
                    },
                    centreMm: 0.02,
                    angleRad: 0.0002,
                  },
                }
              : plain,
          )
        }}
      />
      {machine.rotary && <GearFields item={machine} fields={ROTARY_FIELDS} onSave={onSave} />}
    </div>
  )
}

function HeadPart({ machine, onSave }: MachinePartsProps) {
  return (
    <div className="mt-2 border-t border-faint pt-2">
      <Tick
        label="Its head swings"
        checked={machine.head !== undefined}
        onChange={(has) => {
          const { head: _head, ...plain } = machine
          void onSave(has ? { ...plain, head: USUAL_HEAD } : plain)
        }}
      />
      {machine.head && <GearFields item={machine} fields={HEAD_FIELDS} onSave={onSave} />}
    </div>
  )
}
