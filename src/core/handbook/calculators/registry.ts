import { type Calculator } from './calculator'
import { balancedCuts } from './entries/balancedCuts'
import { boltCircle } from './entries/boltCircle'
import { boreFromTouches } from './entries/boreFromTouches'
import { centreFromTouches } from './entries/centreFromTouches'
import { clearanceHole } from './entries/clearanceHole'
import { counterbore } from './entries/counterbore'
import { drillSize } from './entries/drillSize'
import { edgeAngle } from './entries/edgeAngle'
import { edgeOffset } from './entries/edgeOffset'
import { engagement } from './entries/engagement'
import { feedRate } from './entries/feedRate'
import { fixedFastener } from './entries/fixedFastener'
import { floatingFastener } from './entries/floatingFastener'
import { gaugeStack } from './entries/gaugeStack'
import { holeGrid } from './entries/holeGrid'
import { indexDivision } from './entries/indexDivision'
import { isoFit } from './entries/isoFit'
import { lastCuts } from './entries/lastCuts'
import { pointDepth } from './entries/pointDepth'
import { reachDeflection } from './entries/reachDeflection'
import { sineHeight } from './entries/sineHeight'
import { spindleSpeed } from './entries/spindleSpeed'
import { tapDrill } from './entries/tapDrill'
import { thermalGrowth } from './entries/thermalGrowth'
import { threadEngagement } from './entries/threadEngagement'
import { tiltOverLength } from './entries/tiltOverLength'
import { truePosition } from './entries/truePosition'
import { twoPin } from './entries/twoPin'

/** Every calculator, in the order in which they are offered. A new one is one file and one line here. */
export const CALCULATORS: readonly Calculator[] = [
  drillSize,
  pointDepth,
  tapDrill,
  clearanceHole,
  counterbore,
  threadEngagement,
  spindleSpeed,
  feedRate,
  engagement,
  boltCircle,
  holeGrid,
  edgeOffset,
  centreFromTouches,
  boreFromTouches,
  edgeAngle,
  indexDivision,
  truePosition,
  fixedFastener,
  floatingFastener,
  isoFit,
  twoPin,
  tiltOverLength,
  balancedCuts,
  lastCuts,
  sineHeight,
  gaugeStack,
  thermalGrowth,
  reachDeflection,
]
