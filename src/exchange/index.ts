export { type DrawnHole, type DxfDrawing, MOST_DXF_CHARS, readDxf } from './readDxf'
export { writeDxf, writeProfileDxf } from './writeDxf'
export { MOST_FACETS, readStl, type ReadMesh } from './readStl'
