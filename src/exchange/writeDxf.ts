import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import { type Profile, type Template } from '@/core/paper/formats'

/** A template as DXF in mm: outline, holes and their middles, each on a layer of its own. */
export function writeDxf(template: Template): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  const { high, low } = template.outline
  dxf.addLayer('OUTLINE', Colors.White, 'CONTINUOUS')
  dxf.addLayer('HOLES', Colors.Red, 'CONTINUOUS')
  dxf.addLayer('MIDDLES', Colors.Green, 'CONTINUOUS')
  dxf.setCurrentLayerName('OUTLINE')
  const corners = [low, { x: high.x, y: low.y }, high, { x: low.x, y: high.y }]
  corners.forEach((corner, i) => {
    const next = corners[(i + 1) % corners.length] ?? low
    dxf.addLine(point3d(corner.x, corner.y, 0), point3d(next.x, next.y, 0))
  })
  for (const { at, radiusMm } of template.holes) {
    dxf.setCurrentLayerName('HOLES')
    dxf.addCircle(point3d(at.x, at.y, 0), radiusMm)
    dxf.setCurrentLayerName('MIDDLES')
    dxf.addPoint(at.x, at.y, 0)
  }
  return dxf.stringify()
}

/** Outlines as DXF in mm: closed polylines with their arcs as bulges, each kind on a layer of its own. */
export function writeProfileDxf({ engraved = [], layers, middles }: Profile): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  for (const { name, rings } of layers) {
    dxf.addLayer(name, Colors.White, 'CONTINUOUS')
    dxf.setCurrentLayerName(name)
    for (const ring of rings)
      dxf.addLWPolyline(
        ring.map(({ bulge = 0, x, y }) => ({ point: point2d(x, y), bulge })),
        { flags: LWPolylineFlags.Closed },
      )
  }
  dxf.addLayer('MIDDLES', Colors.Green, 'CONTINUOUS')
  dxf.setCurrentLayerName('MIDDLES')
  for (const { x, y } of middles) dxf.addPoint(x, y, 0)
  if (engraved.length > 0) {
    dxf.addLayer('ENGRAVED', Colors.Blue, 'CONTINUOUS')
    dxf.setCurrentLayerName('ENGRAVED')
    for (const { at, heightMm, words } of engraved)
      dxf.addText(point3d(at.x, at.y, 0), heightMm, words)
  }
  return dxf.stringify()
}
