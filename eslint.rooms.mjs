/** Lines that a function of the core, a screen and a file may have; blank ones and comments are not counted. */
export const LIMITS = { function: 60, screen: 120, file: 300 }

/**
 * What is longer today: file, its lines if they are too many, its longest function's if that is. The list only
 * shrinks: nothing new goes in, and what has come under its limits goes out (tests/unit/longRooms.test.ts).
 */
export const LONG_ROOMS = [
  ['src/core/chain/variation/evaluate.ts', undefined, 67],
  ['src/core/chain/variation/excess.ts', undefined, 73],
  ['src/core/chain/variation/fit.ts', 314, 84],
  ['src/core/floor/standin/exercises.ts', undefined, 71],
  ['src/core/foreman/findings/zeroRules.ts', undefined, 108],
  ['src/core/ground/scene/scene.ts', undefined, 62],
  ['src/core/paper/picture/fixturePlan.ts', undefined, 112],
  ['src/core/plan/way/checkWay.ts', undefined, 71],
  ['src/core/predict/prediction/datumFrame.ts', 408, undefined],
  ['src/core/predict/prediction/reader.ts', 320, undefined],
  ['src/core/shop/holding/vise/stays.ts', undefined, 67],
  ['src/core/work/part/surfaces.ts', 345, undefined],
  ['src/features/holes/ImportHoles.tsx', undefined, 201],
  ['src/features/holes/LayoutBar.tsx', undefined, 140],
  ['src/features/jobs/JobsView.tsx', undefined, 132],
  ['src/features/way/WayView.tsx', undefined, 192],
  ['src/features/workshop/WorkshopView.tsx', undefined, 126],
  ['src/ui/MillPanel.tsx', undefined, 133],
  ['src/ui/Sight.tsx', undefined, 127],
  ['src/ui/useDocument.ts', undefined, 145],
]
