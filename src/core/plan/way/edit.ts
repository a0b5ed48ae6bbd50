import { kindOf } from '../../shop/holding'
import { keepsClampings } from './checkWay'
import { type ContactEdit, type Op, type OwnClamping, type Setup, type Way } from './schema'

/** The way with one setup changed; a way without it stays as it is. */
export const changeSetup = (way: Way, id: string, change: (setup: Setup) => Setup): Way => ({
  ...way,
  setups: way.setups.map((setup) => (setup.id === id ? change(setup) : setup)),
})

/** The number by which a setup is called, from 1; 0 when it is not in the way. */
export const setupNumber = (setups: readonly Setup[], id: string): number =>
  setups.findIndex((setup) => setup.id === id) + 1

/** Moves a setup to a place counted from 0; beyond the ends it stops there, and it never parts a clamping from what is indexed in it. */
export function moveSetup(way: Way, id: string, to: number): Way {
  const moved = way.setups.find((setup) => setup.id === id)
  if (!moved) return way
  const rest = way.setups.filter((setup) => setup.id !== id)
  const place = Math.max(0, Math.min(rest.length, to))
  const after = { ...way, setups: [...rest.slice(0, place), moved, ...rest.slice(place)] }
  return keepsClampings(after) ? after : way
}

/** Takes a setup out; what was only indexed in its clamping goes with it. */
export const removeSetup = (way: Way, id: string): Way => ({
  ...way,
  setups: way.setups.filter(
    ({ clamping, id: own }) => own !== id && !(clamping.kind === 'indexed' && clamping.of === id),
  ),
})

/** Ticks a face or feature to be cut in a setup, at the end of its cuts; or unticks all its cuts there. */
export function tickCut(setup: Setup, feature: string, ticked: boolean, cutter?: string): Setup {
  if (!ticked) return { ...setup, ops: setup.ops.filter((op) => op.feature !== feature) }
  return {
    ...setup,
    ops: [
      ...setup.ops,
      {
        id: freeOpId(setup, feature),
        feature,
        pass: 'finish',
        leave: { mm: 0 },
        ...(cutter === undefined ? {} : { cutter }),
      },
    ],
  }
}

function freeOpId(setup: Setup, feature: string): string {
  const stem = feature.replace(/[^A-Za-z0-9-]/g, '-').slice(0, 34)
  if (!setup.ops.some((op) => op.id === stem)) return stem
  for (let n = 2; ; n++)
    if (!setup.ops.some((op) => op.id === `${stem}-${n}`)) return `${stem}-${n}`
}

export const changeOp = (setup: Setup, id: string, change: (op: Op) => Op): Setup => ({
  ...setup,
  ops: setup.ops.map((op) => (op.id === id ? change(op) : op)),
})

/** Moves a cut earlier (−1) or later (+1) within its setup. */
export function moveOp(setup: Setup, id: string, by: -1 | 1): Setup {
  const from = setup.ops.findIndex((op) => op.id === id)
  const to = from + by
  const [moved, other] = [setup.ops[from], setup.ops[to]]
  if (!moved || !other) return setup
  return { ...setup, ops: setup.ops.map((op, i) => (i === from ? other : i === to ? moved : op)) }
}

/** Puts a roughing cut before a finishing one, leaving `leaveMm` on. */
export function roughBefore(setup: Setup, id: string, leaveMm: number): Setup {
  const finish = setup.ops.find((op) => op.id === id)
  if (!finish) return setup
  const { hold: _hold, ...plain } = finish
  const rough: Op = {
    ...plain,
    id: freeOpId(setup, `${finish.feature}-rough`),
    pass: 'rough',
    leave: { mm: leaveMm },
  }
  return { ...setup, ops: setup.ops.flatMap((op) => (op.id === id ? [rough, op] : [op])) }
}

/** Changes how a setup clamps the part; one that is only indexed stays as it is. */
export const changeClamping = (
  setup: Setup,
  change: (clamping: OwnClamping) => OwnClamping,
): Setup => (setup.clamping.kind === 'own' ? { ...setup, clamping: change(setup.clamping) } : setup)

/** The setup held otherwise: what was changed of its contacts by hand belonged to what held it before. */
export const holdIn = (setup: Setup, holding: OwnClamping['holding']): Setup =>
  changeClamping(setup, (clamping) => ({
    ...clamping,
    holding,
    footing: { lead: kindOf(holding).leads ? clamping.footing.lead : 'rest', edits: [] },
  }))

const changeEdits = (
  setup: Setup,
  change: (edits: readonly ContactEdit[]) => readonly ContactEdit[],
): Setup =>
  changeClamping(setup, (clamping) => ({
    ...clamping,
    footing: { ...clamping.footing, edits: [...change(clamping.footing.edits)] },
  }))

/** Changes one contact of the footing by hand, or puts one in. */
export const editContact = (setup: Setup, edit: ContactEdit): Setup =>
  changeEdits(setup, (edits) => [
    ...edits.filter((e) => e.id !== edit.id),
    { ...edits.find((e) => e.id === edit.id), ...edit },
  ])

const changeProps = (
  setup: Setup,
  change: (props: NonNullable<OwnClamping['props']>) => NonNullable<OwnClamping['props']>,
): Setup =>
  changeClamping(setup, ({ props = [], ...clamping }) => {
    const after = change(props)
    return after.length === 0 ? clamping : { ...clamping, props: after }
  })

/** Puts a jack under the work, or moves one that is there. */
export const putProp = (setup: Setup, prop: NonNullable<OwnClamping['props']>[number]): Setup =>
  changeProps(setup, (props) =>
    props.some(({ id }) => id === prop.id)
      ? props.map((other) => (other.id === prop.id ? prop : other))
      : [...props, prop],
  )

export const takeProp = (setup: Setup, id: string): Setup =>
  changeProps(setup, (props) => props.filter((prop) => prop.id !== id))

/** Lets a contact go back to where the holding puts it; takes out one that was put in by hand. */
export const resetContact = (setup: Setup, id: string): Setup =>
  changeEdits(setup, (edits) => edits.filter((e) => e.id !== id))
