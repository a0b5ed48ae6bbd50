export { PIER_PLATE, PIER_PLATE_WAY, PIER_PLATE_WAY_B } from './pierPlate'
export { OILER_BLOCK, OILER_BLOCK_WAY } from './oilerBlock'
export { WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from './wormBlock'
export { DEMO_FIXTURES, NEST_PLATE, VISE_ON_SMALL_MILL } from './nestPlate'
