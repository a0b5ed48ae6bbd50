import * as THREE from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import { cross, type Frame, type Motion, point, type Point, subtract } from '@/core/ground/geometry'
import { RayTree, triangleOf } from '@/core/ground/mesh'
import { type SkinEdge } from '@/core/work/stock'
import { EdgePicks } from './edgePicks'
import { type PicturedMesh } from '@/workers/client'
import { boundsOf, flatGeometry, matrixOf } from './geometry'
import { paint, type Skinned, token } from './paint'
import { keepRenderer, takeRenderer } from './renderers'

/** What is shown: the part, which can be picked, or what stands about it. */
export interface StageBody {
  readonly mesh: PicturedMesh
  /** Names that are picked, and which of them each triangle has. */
  readonly skin?: Skinned | undefined
  /** Edges that are picked beside the surfaces, by their pieces of six figures each. */
  readonly edges?: readonly Pick<SkinEdge, 'id' | 'pieces'>[] | undefined
  readonly tone: 'part' | 'steel' | 'ghost'
  /** How it stands in the picture; as it is where left out. */
  readonly by?: Motion<Frame, Frame> | undefined
}

export interface Vector {
  readonly x: number
  readonly y: number
  readonly z: number
}

/** A plane at which all is cut open: what lies along `out` is taken off. */
export interface Section {
  readonly at: Vector
  readonly out: Vector
}

const FOV = 30

/** What is picked: how it is drawn, the names on it, and the tree by which they are met. */
interface Pickable {
  readonly shown: THREE.Mesh
  readonly mesh: PicturedMesh
  readonly skin: Skinned
  readonly tree: RayTree<Frame>
}

/** The picture of solids: what is in it, how it is looked at, what is under the pointer. Draws only when something changed. */
export class StageScene {
  private readonly renderer: THREE.WebGLRenderer
  private readonly scene = new THREE.Scene()
  private readonly camera = new THREE.PerspectiveCamera(FOV, 1, 1, 20_000)
  private readonly controls: OrbitControls
  private readonly group = new THREE.Group()
  private readonly ray = new THREE.Raycaster()
  private readonly plane = new THREE.Plane()
  private parts: Pickable[] = []
  private insides: THREE.Mesh[] = []
  private bodies: readonly StageBody[] = []
  private readonly edges = new EdgePicks()
  private isCut = false
  /** So many bodies were in view when it was last fitted. */
  private framed = 0
  private isTurned = false
  private isAsked = false
  private isDisposed = false
  private isFresh = false

  /** @throws {Error} where the browser shows no WebGL. */
  constructor(
    private readonly host: HTMLElement,
    label: string,
  ) {
    this.renderer = takeRenderer()
    this.camera.up.set(0, 0, 1)
    this.scene.add(new THREE.HemisphereLight(0xffffff, 0x8899aa, 2.2))
    const sun = new THREE.DirectionalLight(0xffffff, 1.6)
    sun.position.set(-0.5, -1, 1.5)
    this.scene.add(sun, this.group, this.edges.shown)
    const canvas = this.renderer.domElement
    canvas.tabIndex = 0
    canvas.setAttribute('role', 'application')
    canvas.setAttribute('aria-label', label)
    canvas.style.touchAction = 'none'
    canvas.style.width = '100%'
    canvas.style.height = '100%'
    this.controls = new OrbitControls(this.camera, canvas)
    this.controls.addEventListener('change', () => this.draw())
    this.controls.addEventListener('start', () => {
      this.isTurned = true
    })
    host.append(canvas)
  }

  get canvas(): HTMLCanvasElement {
    return this.renderer.domElement
  }

  dispose(): void {
    this.controls.dispose()
    this.clear()
    this.isDisposed = true
    this.canvas.remove()
    keepRenderer(this.renderer)
  }

  /** How large the picture is, in dots of the screen. */
  private size(): readonly [number, number] {
    const dots = Math.min(2, window.devicePixelRatio)
    return [Math.floor(this.host.clientWidth * dots), Math.floor(this.host.clientHeight * dots)]
  }

  resize(): void {
    const [width, height] = this.size()
    if (this.canvas.width !== width || this.canvas.height !== height)
      this.renderer.setSize(width, height, false)
    this.camera.aspect = width / Math.max(1, height)
    this.camera.updateProjectionMatrix()
    this.draw()
  }

  show(bodies: readonly StageBody[]): void {
    this.clear()
    this.bodies = bodies
    for (const body of bodies) this.add(body)
    // What comes later, as the holding about the work does, is brought into view too, until somebody turns it.
    if (bodies.length > this.framed && !this.isTurned) {
      if (this.framed === 0) this.look({ x: -0.6, y: -1, z: 0.75 })
      else this.fit()
      this.framed = bodies.length
    }
    this.drawFresh()
  }

  private add({ by, edges, mesh, skin, tone }: StageBody): void {
    if (edges) this.edges.put(edges, by && matrixOf(by))
    const flat = flatGeometry(mesh)
    const place = (one: THREE.Object3D): void => {
      if (by) one.applyMatrix4(matrixOf(by))
      this.group.add(one)
    }
    const clipping = this.isCut ? [this.plane] : []
    if (tone === 'ghost') {
      const pale = new THREE.MeshStandardMaterial({
        color: token('--raw-dot'),
        transparent: true,
        opacity: 0.22,
        depthWrite: false,
        clippingPlanes: clipping,
      })
      place(new THREE.Mesh(flat, pale))
      return
    }
    const surface = new THREE.MeshStandardMaterial({
      color: tone === 'part' ? 0xffffff : token('--hatch-line'),
      vertexColors: tone === 'part',
      roughness: 0.6,
      metalness: 0.15,
      clippingPlanes: clipping,
      polygonOffset: true,
      polygonOffsetFactor: 1,
      polygonOffsetUnits: 1,
    })
    // Cut open one looks at the inner sides of what is behind: in one tone they look like the cut metal.
    const inside = new THREE.MeshBasicMaterial({
      color: token('--hatch-line'),
      side: THREE.BackSide,
      clippingPlanes: clipping,
    })
    const shown = new THREE.Mesh(flat, surface)
    const hollow = new THREE.Mesh(flat, inside)
    // Whole, nobody sees it, and it would be drawn for nothing.
    hollow.visible = this.isCut
    this.insides.push(hollow)
    place(shown)
    place(hollow)
    if (tone === 'part') {
      flat.setAttribute(
        'color',
        new THREE.BufferAttribute(new Float32Array(mesh.triangles.length * 3), 3),
      )
      if (skin) this.parts.push({ shown, mesh, skin, tree: new RayTree(mesh, skin.boxes) })
      paint(flat, skin, new Set(), undefined)
    }
    const line = new THREE.LineBasicMaterial({
      color: token(tone === 'part' ? '--ink' : '--soft'),
      clippingPlanes: clipping,
    })
    const creases = new THREE.BufferGeometry()
    creases.setAttribute('position', new THREE.BufferAttribute(mesh.creases, 3))
    place(new THREE.LineSegments(creases, line))
  }

  /** Lights up what bears one of the names, and more strongly the one that is chosen. */
  light(lit: ReadonlySet<string>, chosen: string | undefined): void {
    for (const { shown, skin } of this.parts) paint(shown.geometry, skin, lit, chosen)
    this.edges.light(lit, token('--blue'))
    this.draw()
  }

  /** Cuts everything open at a plane; none puts it together again. */
  cut(section: Section | undefined): void {
    this.isCut = section !== undefined
    for (const inside of this.insides) inside.visible = this.isCut
    if (section) {
      const out = new THREE.Vector3(section.out.x, section.out.y, section.out.z).normalize()
      const at = new THREE.Vector3(section.at.x, section.at.y, section.at.z)
      this.plane.setFromNormalAndCoplanarPoint(out.negate(), at)
    }
    this.group.traverse((one) => {
      if (!(one instanceof THREE.Mesh || one instanceof THREE.LineSegments)) return
      const material = one.material as THREE.Material
      material.clippingPlanes = section ? [this.plane] : []
      material.needsUpdate = true
    })
    this.drawFresh()
  }

  /** Looks from a direction at the middle of all, so that all is seen. */
  look(from: Vector): void {
    const bounds = boundsOf(this.bodies)
    if (bounds.isEmpty()) return
    const sphere = bounds.getBoundingSphere(new THREE.Sphere())
    const narrow = Math.min(1, this.camera.aspect)
    const away = (sphere.radius * 1.08) / Math.sin((FOV * Math.PI) / 360) / narrow
    const way = new THREE.Vector3(from.x, from.y, from.z).normalize()
    // Straight from above or below the view has no up of its own.
    if (Math.abs(way.z) > 0.999) way.y -= 1e-3
    this.controls.target.copy(sphere.center)
    this.camera.position.copy(sphere.center).addScaledVector(way.normalize(), away)
    this.camera.near = Math.max(0.1, away - sphere.radius * 4)
    this.camera.far = away + sphere.radius * 8
    this.camera.updateProjectionMatrix()
    this.controls.update()
    this.draw()
  }

  /** Sees all of it from where one looks now. */
  fit(): void {
    const { x, y, z } = new THREE.Vector3().subVectors(this.camera.position, this.controls.target)
    this.look({ x, y, z })
  }

  /** Looks straight at what bears a name, by the facets that look outwards there. */
  lookAt(name: string): void {
    const out = new THREE.Vector3()
    for (const { mesh, shown, skin } of this.parts) {
      const own = new THREE.Vector3()
      const isWanted = skin.refs.map((ref) => ref === name || ref.split('.')[0] === name)
      for (let t = 0; t < mesh.triangles.length / 3; t++) {
        if (!isWanted[skin.refOf[t] ?? -1]) continue
        own.add(areaOf(mesh, t))
      }
      out.add(own.applyQuaternion(shown.quaternion))
    }
    if (out.lengthSq() > 0) this.look(out)
  }

  /** Turns the view about the middle, rad to the right and up. */
  turn(right: number, up: number): void {
    this.isTurned = true
    const by = new THREE.Vector3().subVectors(this.camera.position, this.controls.target)
    const polar = new THREE.Spherical().setFromVector3(new THREE.Vector3(by.x, by.z, -by.y))
    polar.theta += right
    polar.phi = Math.min(Math.PI - 0.02, Math.max(0.02, polar.phi - up))
    const turned = new THREE.Vector3().setFromSpherical(polar)
    this.camera.position
      .copy(this.controls.target)
      .add(new THREE.Vector3(turned.x, -turned.z, turned.y))
    this.controls.update()
    this.draw()
  }

  /** The names that lie under a place of the page: an edge right there, then surfaces, the nearest first, each once. */
  under(clientX: number, clientY: number): readonly string[] {
    const box = this.canvas.getBoundingClientRect()
    const at = new THREE.Vector2(
      ((clientX - box.left) / box.width) * 2 - 1,
      1 - ((clientY - box.top) / box.height) * 2,
    )
    this.ray.setFromCamera(at, this.camera)
    const found = this.parts.flatMap((one) => this.met(one)).sort((a, b) => a.away - b.away)
    const edge = this.edges.near(at, this.camera, box, found[0]?.away)
    return [...new Set([...(edge ? [edge] : []), ...found.map(({ ref }) => ref)])]
  }

  /** What the ray meets of one, from outside and where nothing is taken off. */
  private met({ mesh, shown, skin, tree }: Pickable): { away: number; ref: string }[] {
    const ray = this.ray.ray.clone().applyMatrix4(shown.matrixWorld.clone().invert())
    const along = pointOf(ray.direction)
    return tree.hits(pointOf(ray.origin), along).flatMap(({ away, triangle }) => {
      const ref = skin.refs[skin.refOf[triangle] ?? -1]
      const isTaken =
        this.isCut && this.plane.distanceToPoint(this.ray.ray.at(away, new THREE.Vector3())) < 0
      return ref === undefined || isTaken || areaOf(mesh, triangle).dot(ray.direction) >= 0
        ? []
        : [{ away, ref }]
    })
  }

  /** Draws once before the next frame, however often it is asked for. */
  private draw(): void {
    if (this.isAsked) return
    this.isAsked = true
    requestAnimationFrame(() => {
      if (this.isFresh) void this.renderer.compileAsync(this.scene, this.camera).then(this.render)
      else this.render()
      this.isFresh = false
    })
  }

  private readonly render = (): void => {
    this.isAsked = false
    if (!this.isDisposed) this.renderer.render(this.scene, this.camera)
  }

  /** Draws what was not drawn before: it is made ready aside first, so that the page need not wait for it. */
  private drawFresh(): void {
    this.isFresh = true
    this.draw()
  }

  private clear(): void {
    this.parts = []
    this.insides = []
    this.edges.clear()
    for (const one of [...this.group.children]) {
      this.group.remove(one)
      if (!(one instanceof THREE.Mesh || one instanceof THREE.LineSegments)) continue
      one.geometry.dispose()
      ;(one.material as THREE.Material).dispose()
    }
  }
}

const pointOf = ({ x, y, z }: Vector): Point<Frame> => point(x, y, z)

/** Twice the area of a triangle, the way that it looks, mm². */
function areaOf(mesh: PicturedMesh, triangle: number): THREE.Vector3 {
  const [a, b, c] = triangleOf<Frame>(mesh, triangle)
  const { x, y, z } = cross(subtract(b, a), subtract(c, a))
  return new THREE.Vector3(x, y, z)
}
