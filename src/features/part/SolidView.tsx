'use client'

import { useEffect, useRef, useState } from 'react'
import * as THREE from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import { type Part } from '@/core/work/part'
import { type SolidMesh, solidOf } from '@/workers/client'

/** The finished part as a solid, turned with the mouse, a finger, or the arrow keys. */
export default function SolidView({
  chosen,
  part,
}: {
  readonly part: Part
  readonly chosen: string | undefined
}) {
  const host = useRef<HTMLDivElement>(null)
  const show = useRef<(mesh: SolidMesh) => void>(undefined)
  const [sentence, setSentence] = useState<string>()

  useEffect(() => {
    const element = host.current
    if (!element) return
    let renderer: THREE.WebGLRenderer
    try {
      renderer = new THREE.WebGLRenderer({ antialias: true, alpha: true })
    } catch {
      setSentence('This browser shows no solid (WebGL is off). The three views say the same.')
      return
    }
    const scene = new THREE.Scene()
    const camera = new THREE.PerspectiveCamera(32, 1, 1, 10_000)
    camera.up.set(0, 0, 1)
    scene.add(new THREE.HemisphereLight(0xffffff, 0x8899aa, 2.2))
    const sun = new THREE.DirectionalLight(0xffffff, 1.6)
    sun.position.set(-0.5, -1, 1.5)
    scene.add(sun)
    const body = new THREE.Group()
    scene.add(body)
    const controls = new OrbitControls(camera, renderer.domElement)
    renderer.domElement.tabIndex = 0
    renderer.domElement.setAttribute('role', 'img')
    renderer.domElement.setAttribute('aria-label', 'Solid of the finished part')
    controls.listenToKeyEvents(renderer.domElement)
    const draw = (): void => renderer.render(scene, camera)
    controls.addEventListener('change', draw)
    element.append(renderer.domElement)
    const observer = new ResizeObserver(() => {
      const { clientHeight, clientWidth } = element
      renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
      renderer.setSize(clientWidth, clientHeight, false)
      renderer.domElement.style.width = '100%'
      renderer.domElement.style.height = '100%'
      camera.aspect = clientWidth / Math.max(1, clientHeight)
      camera.updateProjectionMatrix()
      draw()
    })
    observer.observe(element)
    let framed = false
    show.current = (mesh) => {
      dispose(body)
      const geometry = new THREE.BufferGeometry()
      geometry.setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3))
      geometry.setIndex(new THREE.BufferAttribute(mesh.triangles, 1))
      const flat = geometry.toNonIndexed()
      flat.computeVertexNormals()
      const style = getComputedStyle(document.documentElement)
      body.add(
        new THREE.Mesh(
          flat,
          new THREE.MeshStandardMaterial({
            color: style.getPropertyValue('--front').trim() || '#dde4e8',
            roughness: 0.6,
            metalness: 0.15,
          }),
        ),
      )
      body.add(
        new THREE.LineSegments(
          new THREE.EdgesGeometry(geometry, 25),
          new THREE.LineBasicMaterial({
            color: style.getPropertyValue('--ink').trim() || '#16262f',
          }),
        ),
      )
      geometry.computeBoundingSphere()
      const sphere = geometry.boundingSphere
      if (sphere && !framed) {
        framed = true
        controls.target.copy(sphere.center)
        camera.position
          .copy(sphere.center)
          .add(new THREE.Vector3(-0.6, -1, 0.75).normalize().multiplyScalar(sphere.radius * 4.1))
        controls.update()
      }
      draw()
    }
    return () => {
      observer.disconnect()
      controls.dispose()
      dispose(body)
      renderer.dispose()
      renderer.domElement.remove()
      show.current = undefined
    }
  }, [])

  useEffect(() => {
    let current = true
    void solidOf(part).then(
      (mesh) => current && show.current?.(mesh),
      () =>
        current &&
        setSentence('The solid could not be made; the three views are right all the same.'),
    )
    return () => {
      current = false
    }
  }, [part, chosen])

  return (
    <div ref={host} className="absolute inset-0" data-solid>
      {sentence && (
        <p role="alert" className="p-4">
          {sentence}
        </p>
      )}
    </div>
  )
}

function dispose(group: THREE.Group): void {
  for (const child of [...group.children]) {
    group.remove(child)
    if (child instanceof THREE.Mesh || child instanceof THREE.LineSegments) {
      child.geometry.dispose()
      ;(child.material as THREE.Material).dispose()
    }
  }
}
