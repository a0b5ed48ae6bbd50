'use client'

import { type Face, type Feature, featureLabel, type Part, SIDES } from '@/core/work/part'
import { printDegrees, printLength } from '@/core/handbook/units'
import { printFeature, printTyped } from '@/core/work/say'

interface FeatureCardsProps {
  readonly part: Part
  readonly chosen: string | undefined
  readonly onPick: (ref: string) => void
  readonly onPoint: (ref: string | undefined) => void
}

const SIGNS: Readonly<Record<Feature['kind'], string>> = {
  hole: '⌀',
  step: '⌐',
  slot: '⊔',
  pocket: '▭',
  boss: '◎',
  contour: '⬠',
  chamfer: '◹',
  rounding: '◠',
}

const boughtWords = (
  { bought, stock, toCut, walls }: NonNullable<Feature['bought']>,
  part: Part,
): string =>
  [
    `${bought}${leftWords(stock.mm, part)}${toCut ? ', to cut' : ''}`,
    ...(walls
      ? [`walls${leftWords(walls.stock.mm, part)}${walls.toCut ? ', to cut' : ' as they come'}`]
      : []),
  ].join('; ')

const draftWords = ({ draft }: Face, { faces }: Part): string =>
  draft
    ? `; draft ${draft.angle.typed ?? printDegrees(draft.angle.rad)} towards ${faces[draft.narrow].name}`
    : ''

const leftWords = (mm: number, { unit }: Part): string =>
  mm > 0 ? ` +${printLength(mm, unit)}` : ''

function unnamed(feature: Feature): Feature {
  const { name: _name, ...plain } = feature
  return plain
}

/** Every feature and face as a card; the row slides when there are many. */
export function FeatureCards({ chosen, onPick, onPoint, part }: FeatureCardsProps) {
  const card = (id: string, title: string, words: string) => (
    <li key={id} className="shrink-0">
      <button
        type="button"
        aria-pressed={chosen === id}
        onClick={() => onPick(id)}
        onPointerEnter={() => onPoint(id)}
        onPointerLeave={() => onPoint(undefined)}
        className={`sheet block w-44 cursor-pointer truncate p-2 text-left ${chosen === id ? 'border-blue! shadow-[0_3px_0_var(--blue)]' : ''}`}
      >
        <span className="block truncate font-bold">{title}</span>
        <span className="figures block truncate text-[13px] text-soft">{words}</span>
      </button>
    </li>
  )
  return (
    <ul className="flex gap-2 overflow-x-auto px-4 pb-3" aria-label="Features and faces">
      {card(
        'block',
        `▣ Block`,
        (['x', 'y', 'z'] as const).map((axis) => printTyped(part.size[axis], part)).join(' × '),
      )}
      {part.features.map((feature) =>
        card(
          feature.id,
          `${SIGNS[feature.kind]} ${featureLabel(feature)}`,
          `${printFeature(part, unnamed(feature))}${feature.bought ? ` · ${boughtWords(feature.bought, part)}` : ''}`,
        ),
      )}
      {SIDES.map((side) => {
        const face = part.faces[side]
        return card(
          side,
          `▬ ${face.name}${face.datum ? ` ${face.datum}` : ''}`,
          `${boughtWords(face, part)}${draftWords(face, part)}`,
        )
      })}
    </ul>
  )
}
