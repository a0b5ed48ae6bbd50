'use client'

import { useEffect, useMemo, useState } from 'react'
import { type Finding } from '@/core/ground/finding'
import { planWay } from '@/core/plan/planning'
import { predictWay } from '@/core/predict/prediction'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { type MetalReport, solids } from '@/workers/client'

/** It is not asked again while somebody is still at it, ms. */
const STILL_MS = 250

/** What the metal left after every cut has to say of a way; worked out off the page, a moment after the last change. */
function useMetal(workshop: Workshop, part: Part, way: Way): MetalReport | undefined {
  const [report, setReport] = useState<{ readonly of: Way; readonly metal: MetalReport }>()
  useEffect(() => {
    if (way.setups.every(({ ops }) => ops.length === 0)) return setReport(undefined)
    let current = true
    const timer = setTimeout(() => {
      void solids()
        .metal({ workshop, part, way })
        .then(
          (metal) => current && setReport({ of: way, metal }),
          () => current && setReport(undefined),
        )
    }, STILL_MS)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [part, way, workshop])
  return report?.metal
}

const loadRules = () => import('@/core/foreman/findings')
type Rules = Awaited<ReturnType<typeof loadRules>>
let known: Rules | undefined
const NONE: readonly Finding[] = []
/** So long after the page the rules are asked for, ms. */
const RULES_AFTER_MS = 500

/** The rules, which come just after the page: it shows what is predicted meanwhile. */
function useRules(): Rules | undefined {
  const [rules, setRules] = useState(known)
  useEffect(() => {
    let current = true
    const load = (): void =>
      void loadRules().then((loaded) => {
        known = loaded
        if (current) setRules(loaded)
      })
    // The page itself comes first.
    const timer = setTimeout(load, known ? 0 : RULES_AFTER_MS)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [])
  return rules
}

/** A way predicted, and all that the rules have to say of it: at once what needs no solid, then with what the metal says. */
export function useFindings(workshop: Workshop, part: Part, way: Way) {
  const analysis = useMemo(() => predictWay(planWay(workshop, part, way)), [part, way, workshop])
  const metal = useMetal(workshop, part, way)
  const rules = useRules()
  const findings = useMemo(
    () => rules?.withMetal(rules.findingsOf(analysis), metal?.findings ?? []) ?? NONE,
    [analysis, metal, rules],
  )
  return { analysis, findings, metal }
}
