import { Bench } from 'tinybench'
import { VISE_ON_SMALL_MILL, WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { holesInSetup } from '@/core/plan/drilling'
import { holesOf } from '@/core/work/part'
import { findingsOf, holeChecks } from '@/core/foreman/findings'
import { anchorOfFixture } from '@/core/floor/register'
import { zeroLedger, predictZero } from '@/core/floor/offsets'
import { smallestZoneFit } from '@/core/handbook/patterns'
import { type Plan, planWay } from '@/core/plan/planning'
import { type Measured, type MeasuredPiece } from '@/core/predict/measured'
import { chainOf } from '@/core/predict/prediction'
import { predictionOf } from '../support/predictionOf'
import { roundFromTouches } from '@/core/handbook/probing'
import { diagnose, makeMeasured, steerPieces } from '@/core/floor/steering'
import { hear, Mill, newMonitor, setUpExercise } from '@/core/floor/standin'
import { simulate, stack } from '@/core/chain/variation'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { readDxf } from '@/exchange'
import { loadSolver } from '@/kernel'
import { denseStack } from './denseReference'
import { drawingOf, manyHoles, wanderedPlaces } from './holesModel'
import { crowdedJob, largeJob } from './largeModel'
import { solidRows } from './solids'
import { numpyMs, plainMeasures, simulatedMs } from './vectorised'

const template = WORM_BLOCK_WAY_A.setups[0]
if (!template) throw new Error('the demo has no setup')
const large = largeJob(WORM_BLOCK, template)
const demo = predictionOf(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A)
const largeModel = chainOf(planWay(STANDARD_WORKSHOP, large.part, large.way)).model
const compiled = demo.requirements.flatMap((r) => r.compiled ?? [])

/** A workshop that no figure was worked out with before. */
let times = 0
const solve = await loadSolver()
const anew = () => ({ ...STANDARD_WORKSHOP, seatMm: 0.003 + 1e-9 * ++times })

const bench = new Bench({ time: 1500, warmupTime: 400 })
bench
  .add('demo analysis', () => void predictionOf(anew(), WORM_BLOCK, WORM_BLOCK_WAY_A))
  .add(
    'demo analysis after an edit that touches none',
    () => void predictionOf(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A),
  )
  .add('demo analysis and findings', () => {
    const workshop = anew()
    findingsOf(predictionOf(workshop, WORM_BLOCK, WORM_BLOCK_WAY_A))
  })
  .add(
    '12 setups, 300 surfaces, 100 requirements',
    () => void predictionOf(anew(), large.part, large.way),
  )
  .add('propagation of the large job, as it is', () => void stack(largeModel.stack))
  .add('propagation of the large job, dense', () => void denseStack(largeModel.stack))
  .add('100 000 pieces of the demo', () => {
    const steps = simulate(compiled, demo.model.stack.sources, { samples: 100_000, seed: 1 })
    while (!steps.next().done);
  })
const crowded = crowdedJob()
bench.add(
  'ten contacts in each of 12 setups',
  () => void predictionOf(anew(), crowded.part, crowded.way),
)
const holes = manyHoles()
const holesAnalysis = predictionOf(STANDARD_WORKSHOP, holes.part, holes.way)
const drawing = drawingOf(10_000)
const places = wanderedPlaces(200)
bench
  .add('1 000 holes: standing, checks, coordinates in six setups', () => {
    const laidOut = holesOf(holes.part)
    for (const planned of holesAnalysis.plan.setups) holesInSetup(planned, 'zero', laidOut)
    holeChecks(holesAnalysis.plan)
  })
  .add('1 000 holes: all findings in six setups', () => {
    findingsOf(holesAnalysis)
  })
  .add('10 000 entities of DXF read', () => void readDxf(drawing))
  .add('smallest-zone fit of 200 holes', () => void smallestZoneFit(places))
const nextVise = anchorOfFixture(VISE_ON_SMALL_MILL)
const line = JSON.stringify(new Mill(setUpExercise('find-centre', 1).world, 1).message())
const touches = Array.from({ length: 8 }, (_, i) => ({
  x: 10 * Math.cos(i) + 0.001 * i,
  y: 10 * Math.sin(i),
}))
bench
  .add('next zero predicted', () => {
    if (nextVise) predictZero(demo.plan, 1, nextVise)
  })
  .add('offsets of six setups', () => {
    if (nextVise) zeroLedger(demo.plan, {}, [nextVise])
  })
  .add('circle through eight touches', () => void roundFromTouches(touches, 'bore', 4, 0.004))
  .add('one message of the stream heard', () => void hear(newMonitor(0), line, 0))
for (const [name, plan] of [
  ['the demo', demo.plan],
  ['12 setups, 100 requirements', planWay(STANDARD_WORKSHOP, large.part, large.way)],
] as const) {
  const { pieces, read } = measuredOf(plan)
  bench
    .add(`${name}: a reading kept, believed and advised`, () => {
      steerPieces(plan, read(), solve)
    })
    .add(`${name}: cause of an error in one piece`, () => void diagnose(plan, pieces(1)))
    .add(`${name}: cause of an error in ten pieces`, () => void diagnose(plan, pieces(10)))
}
await bench.run()

/** Pieces of the stand-in shop; a piece on which half of the setups are done is read a little otherwise each time. */
function measuredOf(plan: Plan) {
  const made = makeMeasured(plan, { faults: new Map(), pieces: 10, seed: 4 })
  if (!made.ok) throw new Error(made.issues[0].sentence)
  const all = made.value.map(({ done, id, values }): MeasuredPiece => ({ id, done, values }))
  const half = makeMeasured(plan, {
    faults: new Map(),
    pieces: 1,
    seed: 4,
    setups: Math.floor(plan.setups.length / 2),
  })
  const [piece] = half.ok ? half.value : []
  if (!piece) throw new Error('nothing is made')
  const [first, ...others] = piece.values
  if (!first || !('value' in first)) throw new Error('nothing is measured')
  return {
    pieces: (count: number): Measured => ({ pieces: all.slice(0, count) }),
    read: (): Measured => {
      const values = [{ ...first, value: first.value + 1e-9 * ++times }, ...others.slice(0, 5)]
      return { pieces: [{ id: piece.id, done: piece.done, values }] }
    },
  }
}

const medianMs = (name: string): number => {
  const result = bench.getTask(name)?.result
  return result && 'latency' in result ? result.latency.p50 : NaN
}
const targets: Readonly<Record<string, number>> = {
  'demo analysis': 15,
  'demo analysis and findings': 20,
  '12 setups, 300 surfaces, 100 requirements': 250,
  'ten contacts in each of 12 setups': 100,
  '100 000 pieces of the demo': 1500,
  '1 000 holes: standing, checks, coordinates in six setups': 50,
  '1 000 holes: all findings in six setups': 50,
  '10 000 entities of DXF read': 1000,
  'smallest-zone fit of 200 holes': 50,
  'next zero predicted': 1,
  'offsets of six setups': 6,
  'one message of the stream heard': 0.2,
  'the demo: a reading kept, believed and advised': 50,
  'the demo: cause of an error in one piece': 500,
  'the demo: cause of an error in ten pieces': 2000,
  '12 setups, 100 requirements: a reading kept, believed and advised': 200,
}
const rows = bench.tasks.map((task) => ({
  what: task.name,
  medianMs: Number(medianMs(task.name).toFixed(3)),
  targetMs: targets[task.name] ?? null,
}))
const ratio =
  medianMs('propagation of the large job, dense') /
  medianMs('propagation of the large job, as it is')
console.log(
  JSON.stringify([
    ...rows,
    { what: 'dense ÷ as it is', medianMs: Number(ratio.toFixed(2)), targetMs: null },
    ...besideNumpy(),
    ...(await solidRows()),
  ]),
)

/** 100 000 pieces of the demo's plain requirements, beside numpy; numpy over ours is wanted at five. */
function besideNumpy(): { what: string; medianMs: number; targetMs: number | null }[] {
  const plain = plainMeasures(compiled)
  const numpy = numpyMs(plain, demo.model.stack.sources, 100_000)
  if (numpy === undefined) return []
  const ours = simulatedMs(plain, demo.model.stack.sources, 100_000)
  const row = (what: string, value: number) => ({
    what,
    medianMs: Number(value.toFixed(2)),
    targetMs: null,
  })
  return [
    row('100 000 pieces, plain requirements', ours),
    row('the same in numpy', numpy),
    row('numpy ÷ ours', numpy / ours),
  ]
}
