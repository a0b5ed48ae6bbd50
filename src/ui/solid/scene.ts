import * as THREE from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import { acceleratedRaycast, computeBoundsTree, disposeBoundsTree } from 'three-mesh-bvh'
import { type Frame, type Motion } from '@/core/ground/geometry'
import { type Mesh } from '@/core/ground/mesh'
import { type SkinEdge } from '@/core/work/stock'
import { EdgePicks } from './edgePicks'
import { creaseGeometry, flatGeometry } from './geometry'
import { paint, type Skinned, token } from './paint'

THREE.Mesh.prototype.raycast = acceleratedRaycast
THREE.BufferGeometry.prototype.computeBoundsTree = computeBoundsTree
THREE.BufferGeometry.prototype.disposeBoundsTree = disposeBoundsTree

/** What is shown: the part, which can be picked, or what stands about it. */
export interface StageBody {
  readonly mesh: Mesh
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

/** Above this no edges are drawn: they would take longer than all else. */
const MOST_EDGED = 60_000
const FOV = 30

/** The picture of solids: what is in it, how it is looked at, what is under the pointer. Draws only when something changed. */
export class StageScene {
  private readonly renderer: THREE.WebGLRenderer
  private readonly scene = new THREE.Scene()
  private readonly camera = new THREE.PerspectiveCamera(FOV, 1, 1, 20_000)
  private readonly controls: OrbitControls
  private readonly group = new THREE.Group()
  private readonly ray = new THREE.Raycaster()
  private readonly plane = new THREE.Plane()
  private parts: { mesh: THREE.Mesh; skin: Skinned }[] = []
  private insides: THREE.Mesh[] = []
  private readonly edges = new EdgePicks()
  private isCut = false
  /** So many bodies were in view when it was last fitted. */
  private framed = 0
  private isTurned = false
  private isAsked = false
  private isDisposed = false
  private isFresh = false
  /** What of the bodies is made after they are seen, each in a task of its own: the page answers in between. */
  private later: (() => void)[] = []

  /** @throws {Error} where the browser shows no WebGL. */
  constructor(
    private readonly host: HTMLElement,
    label: string,
  ) {
    this.renderer = new THREE.WebGLRenderer({ antialias: true, alpha: true })
    this.renderer.localClippingEnabled = true
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
    this.renderer.dispose()
    this.canvas.remove()
  }

  resize(): void {
    const { clientHeight, clientWidth } = this.host
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
    this.renderer.setSize(clientWidth, clientHeight, false)
    this.canvas.style.width = '100%'
    this.canvas.style.height = '100%'
    this.camera.aspect = clientWidth / Math.max(1, clientHeight)
    this.camera.updateProjectionMatrix()
    this.draw()
  }

  show(bodies: readonly StageBody[]): void {
    this.clear()
    for (const body of bodies) this.add(body)
    this.makeLater(this.later)
    // What comes later, as the holding about the work does, is brought into view too, until somebody turns it.
    if (bodies.length > this.framed && !this.isTurned) {
      if (this.framed === 0) this.look({ x: -0.6, y: -1, z: 0.75 })
      else this.fit()
      this.framed = bodies.length
    }
    this.drawFresh()
  }

  private makeLater(these: (() => void)[]): void {
    setTimeout(() => {
      // Other bodies are shown by now.
      if (this.later !== these) return
      these.shift()?.()
      if (these.length > 0) this.makeLater(these)
    })
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
      if (skin) {
        this.later.push(() => flat.computeBoundsTree())
        this.parts.push({ mesh: shown, skin })
      }
      paint(flat, skin, new Set(), undefined)
    }
    if (mesh.triangles.length / 3 <= MOST_EDGED)
      this.later.push(() => {
        const line = new THREE.LineBasicMaterial({
          color: token(tone === 'part' ? '--ink' : '--soft'),
          clippingPlanes: this.isCut ? [this.plane] : [],
        })
        place(new THREE.LineSegments(creaseGeometry(mesh), line))
        this.drawFresh()
      })
  }

  /** Lights up what bears one of the names, and more strongly the one that is chosen. */
  light(lit: ReadonlySet<string>, chosen: string | undefined): void {
    for (const { mesh, skin } of this.parts) paint(mesh.geometry, skin, lit, chosen)
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
    const bounds = new THREE.Box3().setFromObject(this.group, true)
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
    const own = new THREE.Vector3()
    const [a, b, c] = [new THREE.Vector3(), new THREE.Vector3(), new THREE.Vector3()] as const
    for (const { mesh, skin } of this.parts) {
      const corners = mesh.geometry.getAttribute('position')
      own.set(0, 0, 0)
      const isWanted = skin.refs.map((ref) => ref === name || ref.split('.')[0] === name)
      for (let t = 0; t < corners.count / 3; t++) {
        if (!isWanted[skin.refOf[t] ?? -1]) continue
        a.fromBufferAttribute(corners, 3 * t)
        b.fromBufferAttribute(corners, 3 * t + 1).sub(a)
        c.fromBufferAttribute(corners, 3 * t + 2).sub(a)
        own.add(b.cross(c))
      }
      out.add(own.applyQuaternion(mesh.quaternion))
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
    const found: { away: number; ref: string }[] = []
    for (const { mesh, skin } of this.parts)
      for (const hit of this.ray.intersectObject(mesh, false)) {
        if (this.isCut && this.plane.distanceToPoint(hit.point) < 0) continue
        const ref = skin.refs[skin.refOf[hit.faceIndex ?? -1] ?? -1]
        if (ref !== undefined) found.push({ away: hit.distance, ref })
      }
    found.sort((a, b) => a.away - b.away)
    const edge = this.edges.near(at, this.camera, box, found[0]?.away)
    return [...new Set([...(edge ? [edge] : []), ...found.map(({ ref }) => ref)])]
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
    this.later = []
    this.edges.clear()
    for (const one of [...this.group.children]) {
      this.group.remove(one)
      if (!(one instanceof THREE.Mesh || one instanceof THREE.LineSegments)) continue
      one.geometry.dispose()
      ;(one.material as THREE.Material).dispose()
    }
  }
}

const matrixOf = ({ rows: [a, b, c], shift }: Motion<Frame, Frame>): THREE.Matrix4 =>
  // prettier-ignore
  new THREE.Matrix4(
    a.x, a.y, a.z, shift.x,
    b.x, b.y, b.z, shift.y,
    c.x, c.y, c.z, shift.z,
    0, 0, 0, 1,
  )
