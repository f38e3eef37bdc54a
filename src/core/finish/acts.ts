import { capital, num, type Said, say } from '../say/said.ts'
import type { FinishStage, StepRef } from '../document/stepRef.ts'
import { readingText } from '../document/readingRef.ts'
import { SPANS } from '../document/spans.ts'
import { stepText } from '../document/stepRef.ts'
import type { Zone } from '../document/finishNames.ts'
import type { Levelling } from '../document/finishRecord.ts'
import type { CautionId } from '../cautions/cautions.ts'
import { gritLadder, WOOD_PREPARATION } from '../parts/grits.ts'
import { lies, type Below, type Verdict } from './compatible.ts'
import { dryingFactor } from './drying.ts'
import type { LayerFacts } from './layerFacts.ts'
import type { ZoneFacts } from './zones.ts'

/** One thing that is done for the finish. */
export interface FinishAct {
  /** Its name in the plan. */
  id: string
  ref: Extract<StepRef, { kind: 'finish' }>
  title: string
  why: string
  /** How it is done, and what tells that it is good. */
  how?: Said
  good?: Said
  minutes: number
  waitHours: number
  tools: readonly string[]
  cautions: readonly CautionId[]
  whole: boolean
  timer?: { label: string; seconds: number }
  /** What is read when it is done. */
  read?: { of: string; label: string; unit: 'µm'; expected: number | undefined; min: number; max: number }
}

interface StageSpec {
  title: string
  why: string
  how?: string
  good?: string
  minutes: number
  perSquareMetre?: number
  waitHours?: number
  tools: readonly string[]
  cautions: readonly CautionId[]
  whole?: true
}

/** What each stage is, beside its coats; minutes from memory, order and ways common practice. */
export const STAGES: Record<Exclude<FinishStage, 'coat' | 'panel' | 'scuff'>, StageSpec> = {
  inspect: {
    title: 'Look the wood over before any paper touches it',
    why: 'A loose binding, an open seam or spot of glue costs minutes now and the whole finish later.',
    how: 'Press along the binding, all its length; it must not give or click. Sight along every seam. Wipe with white spirit in slanting light: glue stays pale, dents stay dark.',
    good: 'Binding: thin glue wicked in, taped a night. Seam: thin glue, clamped. Glue spot: scraped, not sanded. Dent: steamed. Chip: filled in the colour to come.',
    minutes: 20,
    tools: ['white spirit on a cloth', 'lamp held low', 'scraper'],
    cautions: ['solvent'],
  },
  steam: {
    title: 'Steam dents out while the wood is bare',
    why: 'Crushed fibres swell back with water and heat; under a film they never do.',
    how: 'A drop of water, a minute, then a damp cloth and the iron’s tip for five seconds. Again if it is not level. A night to dry.',
    good: 'Level, or a hair proud, to be sanded.',
    minutes: 20,
    waitHours: 12,
    tools: ['iron', 'damp cotton cloth'],
    cautions: ['steam'],
  },
  ease: {
    title: 'Ease every edge',
    why: 'Film draws away from a sharp edge, and the paper finds it first.',
    how: 'P180 over a soft pad, then P240, the same count of strokes all round; a radius gauge at six places.',
    good: 'The gauge sits all round; no flat is left and none is new.',
    minutes: 30,
    tools: ['P180 and P240 on a soft pad', 'radius gauge'],
    cautions: ['dust'],
  },
  darken: {
    title: 'Darken what will be seen through the openings',
    why: 'Pale wood shows through a tremolo’s slot or a sound hole for ever.',
    how: 'Thinned black shellac or dye on a small brush; the walls you can see, and no further.',
    minutes: 15,
    waitHours: 1,
    tools: ['small brush', 'black shellac or dye'],
    cautions: ['solvent'],
  },
  strip: {
    title: 'Sand back to bare wood',
    why: 'Remains of sealer make oil and dye patchy.',
    how: 'P120 until a drop of water soaks in everywhere, then P180. Old finishes may hold lead: test first, wet, and mask.',
    good: 'A drop of water darkens the wood within ten seconds, wherever it falls.',
    minutes: 30,
    perSquareMetre: 420,
    tools: ['P120 and P180 paper', 'dust mask', 'extraction'],
    cautions: ['dust'],
  },
  sand: {
    title: `Sand the wood, ${WOOD_PREPARATION.join(', ')}`,
    why: 'Every scratch left now is drawn in by colour and shown by gloss.',
    how: 'With the grain, each grit until the last one’s scratches are gone in slanting light; no finer than the last, or the wood takes no colour.',
    good: 'No line across the grain, from any side.',
    minutes: 40,
    perSquareMetre: 200,
    tools: ['sanding block', 'dust mask'],
    cautions: ['dust'],
  },
  raise: {
    title: 'Damp the wood, let it dry, sand the raised grain off',
    why: 'Water raises the grain; raised and cut once, it stays down.',
    how: 'Wrung-out cloth all over, a few hours, then worn P320 lightly. Holes plugged first: wood that drinks swells.',
    minutes: 20,
    perSquareMetre: 30,
    waitHours: 4,
    tools: ['damp cloth', 'P320 paper', 'plugs'],
    cautions: ['dust'],
  },
  mask: {
    title: 'Plug holes, mask joints and board',
    why: 'Film in a pocket or a hole is a misfit, and water in a hole cracks the clear around it.',
    how: 'Fine-line tape pressed down with a nail, wide tape over it; wooden plugs in every hole before any wet work.',
    minutes: 25,
    tools: ['fine-line tape', 'masking tape', 'plugs'],
    cautions: [],
  },
  decal: {
    title: 'Lay the decal on the second coat of clear',
    why: 'On bare colour its edge shows for ever; between coats the clear buries it.',
    how: 'Trim close, water, slide it on, press the water out from the middle; a night to dry. Then thin coats: a wet one lifts it.',
    good: 'No bubble in slanting light, and no silver under it.',
    minutes: 30,
    waitHours: 12,
    tools: ['water', 'soft brush', 'blade'],
    cautions: ['cutters'],
  },
  scrape: {
    title: 'Scrape the binding clean',
    why: 'Dye creeps into it and colour lies on it: a blade takes both off, before the clear goes over.',
    how: 'A blade held square to the binding and drawn along, its bevel against a ledge of tape; small strokes, always the same way.',
    good: 'One line all round between colour and binding.',
    minutes: 60,
    waitHours: 0,
    tools: ['scraper or bare blade', 'lamp held low'],
    cautions: ['cutters'],
  },
  cure: {
    title: 'Nose and nail test',
    why: 'Levelled soft, it sinks back and the scratches come through. Counted from the last coat.',
    how: 'Nose at the surface: no solvent. A nail pressed where nobody looks leaves nothing. If either tells, wait another week.',
    minutes: 5,
    tools: [],
    cautions: [],
  },
  level: {
    title: 'Level',
    why: 'To the bottom of the peel and no further.',
    minutes: 30,
    perSquareMetre: 260,
    tools: ['waterproof paper', 'pads', 'water with a drop of soap'],
    cautions: ['dust'],
  },
  polish: {
    title: 'Polish with compound',
    why: 'It takes the last grit’s scratches, one to three thousandths of a millimetre.',
    how: 'By hand or a slow foam pad, a place at a time, never still, off the edges.',
    good: 'A lamp’s edge is mirrored sharp.',
    minutes: 20,
    perSquareMetre: 150,
    tools: ['compound', 'foam pad', 'soft cloth'],
    cautions: [],
  },
  age: {
    title: 'Wear it where it would be worn',
    why: 'Arm, hand and buckle wear a finish in known places, and nowhere else.',
    how: 'Forearm on the top’s bass edge, the lower horn under the hand, buckle in the middle of the back, the neck from fret 1 to 7. Grey pad, then cloth; colour first shows at edges.',
    minutes: 90,
    tools: ['grey pad', 'P800 paper'],
    cautions: ['dust'],
  },
  chase: {
    title: 'Pull the plugs, chase and chamfer the holes by hand',
    why: 'A screw that grips film lifts it: the chamfer parts them.',
    how: 'Countersink turned by hand, backwards first; drill or reamer in a pin vice.',
    minutes: 25,
    tools: ['hand countersink', 'pin vice'],
    cautions: ['cutters'],
  },
}

/** Minutes a coat takes: the least, and by area, by the way it is put on [from memory]. */
const COAT_MINUTES = {
  wipe: [15, 70],
  brush: [20, 90],
  roller: [15, 60],
  aerosol: [12, 45],
  gun: [30, 40],
} as const

/** What one layer meets on one zone. */
export interface Meeting {
  layer: string
  zone: Zone
  below: Below
  verdict: Verdict
  why: string
}

/** What everything lies on, layer by layer and zone by zone. */
export function meetings(layers: readonly LayerFacts[], surfaceOf: (z: Zone) => Below): Meeting[] {
  const top = new Map<Zone, Below>()
  return layers.flatMap(f =>
    f.layer.zones.map((zone): Meeting => {
      const below = top.get(zone) ?? surfaceOf(zone)
      top.set(zone, f.material.family)
      return { layer: f.layer.id, zone, below, ...lies(f.material.family, below) }
    }),
  )
}

/** How warm and damp it is where coats dry. */
export interface Drying {
  celsius: number
  humidity: number
}

export interface ActsOf {
  layers: readonly LayerFacts[]
  meetings: readonly Meeting[]
  zones: readonly ZoneFacts[]
  air: Drying
  levelling: Levelling | undefined
  stripped: readonly Zone[]
  /** Wood is bare somewhere that a layer goes. */
  bare: boolean
  /** Something is seen through an opening of the body. */
  opening: boolean
  bound: boolean
  aged: boolean
  decal: boolean
  /** Kinds of places that are masked and that this instrument has, in words. */
  masked: readonly string[]
}

const tidy = (h: number): number => (h < 10 ? Math.round(h * 10) / 10 : Math.round(h))

/** Everything that is done, in its order, with waits as long as this air makes them. */
export function finishActs(a: ActsOf): FinishAct[] {
  if (!a.layers.length) return []
  const areaOf = (zones: readonly Zone[]) =>
    zones.reduce((s, z) => s + (a.zones.find(x => x.zone === z)?.area ?? 0), 0)
  const all = [...new Set(a.layers.flatMap(f => f.layer.zones))],
    area = areaOf(all)
  const stage = (name: keyof typeof STAGES, patch: Partial<FinishAct> & { on?: number } = {}): FinishAct => {
    const { minutes, perSquareMetre = 0, waitHours = 0, whole, ...rest } = STAGES[name],
      { on = area, ...more } = patch,
      ref = { kind: 'finish' as const, stage: name }
    return {
      id: stepText(ref),
      ref,
      ...rest,
      minutes: Math.round(Math.max(minutes, perSquareMetre * on)),
      waitHours,
      whole: whole ?? false,
      ...more,
    }
  }
  const slowed = (f: LayerFacts, hours: number) =>
    tidy(hours * dryingFactor(a.air.celsius, a.air.humidity, f.material.waterborne === true))
  const hard = Math.max(...a.layers.map(f => slowed(f, f.value('harden')))),
    wet = a.layers.some(f => f.material.waterborne) && a.bare
  const coats = a.layers.flatMap((f, i): FinishAct[] =>
    coatsOf(f, a.layers[i + 1] !== undefined, a, areaOf(f.layer.zones), slowed, hard),
  )
  const lastTint = a.layers.findLastIndex(f => f.material.look === 'tint' || f.material.look === 'cover'),
    after = lastTint >= 0 ? a.layers[lastTint]!.layer.id : undefined
  const withScrape = coats.flatMap((c, i) => {
    const last = c.ref.layer === after && coats[i + 1]?.ref.layer !== after
    return last && a.bound ? [c, stage('scrape')] : [c]
  })
  const top = a.layers.at(-1)!.layer.id,
    second = withScrape.findLastIndex(c => c.ref.layer === top && c.ref.stage === 'coat' && c.ref.nth! <= 2),
    withDecal = a.decal ? withScrape.toSpliced(second + 1, 0, stage('decal')) : withScrape
  return [
    ...(a.bare ? [stage('inspect'), stage('steam')] : []),
    ...(a.bare && all.some(z => z === 'body edges') ? [stage('ease')] : []),
    ...(a.opening ? [stage('darken')] : []),
    ...(a.stripped.length ? [stage('strip', { on: areaOf(a.stripped) })] : []),
    panelAct(a.layers, slowed),
    ...(a.bare || a.stripped.length ? [stage('sand')] : []),
    ...(wet ? [stage('raise')] : []),
    stage('mask', a.masked.length ? { how: say`${a.masked.join(', ')}. ${STAGES.mask.how!}` } : {}),
    ...withDecal,
    stage('cure'),
    ...(a.levelling
      ? [levelAct(stage('level'), a.levelling), ...(a.levelling.compound ? [stage('polish')] : [])]
      : []),
    ...(a.aged ? [stage('age')] : []),
    stage('chase'),
  ]
}

function panelAct(layers: readonly LayerFacts[], slowed: (f: LayerFacts, h: number) => number): FinishAct {
  const ref = { kind: 'finish' as const, stage: 'panel' as const }
  return {
    id: stepText(ref),
    ref,
    title: 'Test panel through every layer, on scrap of the same wood',
    why: 'Colour looks different on every wood, and tins that dislike one another show it here.',
    how: 'One strip left bare, then one more strip with each layer, tape between; the date on its back. Read the step over the tape with a calliper: that is what your coats leave.',
    good: 'It is the colour you want under the last layer, and nothing wrinkled, crawled or clouded.',
    minutes: 20 + 5 * layers.length,
    waitHours: Math.max(...layers.map(f => slowed(f, f.value('touch')))),
    tools: ['scrap of the same wood', 'tape', 'calliper'],
    cautions: [...new Set(layers.flatMap(f => f.material.cautions))],
    whole: true,
  }
}

function coatsOf(
  f: LayerFacts,
  next: boolean,
  a: ActsOf,
  area: number,
  slowed: (f: LayerFacts, h: number) => number,
  hard: number,
): FinishAct[] {
  const { layer, material: m, way } = f,
    met = a.meetings.filter(x => x.layer === layer.id),
    scuffed = met.filter(x => x.verdict === 'after scuffing'),
    grit = layer.scuff ?? m.scuff,
    [least, per] = COAT_MINUTES[way]
  const scuff: FinishAct[] = scuffed.length
    ? [
        {
          id: stepText({ kind: 'finish', stage: 'scuff', layer: layer.id }),
          ref: { kind: 'finish', stage: 'scuff', layer: layer.id },
          title: `Scuff for ${m.label}: ${scuffed.map(x => x.zone).join(', ')}`,
          why: scuffed[0]!.why,
          how: 'P400 dry or a grey pad, dull all over, no shiny spot left in a corner; dust off with a damp cloth.',
          minutes: 15,
          waitHours: 0,
          tools: ['P400 paper or a grey pad'],
          cautions: ['dust'],
          whole: false,
        },
      ]
    : []
  const wait = slowed(f, f.value('recoatFrom'))
  const panel: FinishAct[] =
    m.look === 'effect'
      ? [
          {
            id: stepText({ kind: 'finish', stage: 'panel', layer: layer.id }),
            ref: { kind: 'finish', stage: 'panel', layer: layer.id },
            title: `Read the test panel of ${m.label}`,
            why: 'No two of them lie alike: what yours does is seen and read on scrap before it is on the instrument.',
            how: 'All its coats and two of clear on the panel, then the calliper over the tape’s step.',
            good: 'One tone from every side, and the clear buries it: no flake is felt.',
            minutes: 20,
            waitHours: 0,
            tools: ['test panel', 'calliper'],
            cautions: m.cautions,
            whole: false,
            read: {
              of: readingText({ kind: 'film', how: 'panel', layer: layer.id, coats: layer.coats }),
              label: 'film of the effect',
              unit: 'µm',
              expected: layer.coats * ((f.value('wetFilm') * f.value('solidsLanded')) / 100),
              ...SPANS.microns,
            },
          },
        ]
      : []
  return [
    ...panel,
    ...scuff,
    ...Array.from({ length: layer.coats }, (_, k): FinishAct => {
      const ref = { kind: 'finish' as const, stage: 'coat' as const, layer: layer.id, nth: k + 1 },
        sanding = grit && k > 0,
        last = k === layer.coats - 1 && !next
      return {
        id: stepText(ref),
        ref,
        title: `${capital(m.label)}, ${layer.coats > 1 ? `coat ${k + 1} of ${layer.coats}` : 'one coat'}`,
        why:
          m.professional ??
          (sanding
            ? `${grit} lightly first, dust off: coats hold to a scuffed one.`
            : `Thinned and cleaned with ${m.thinner}.`),
        how: last ? say`${m.how} ${PULL}` : m.how,
        good: m.good,
        minutes: Math.round(
          Math.max(least, per * area) + (sanding ? SCUFF_MINUTES : 0) + (last ? PULL_MINUTES : 0),
        ),
        // Hardening is counted from the last coat.
        waitHours: last ? hard : wait,
        tools: [...TOOLS[way], ...(sanding ? [`${grit} paper`] : [])],
        cautions: m.cautions,
        whole: true,
        ...(way === 'aerosol' ? { timer: SHAKE } : {}),
      }
    }),
  ]
}

/** What the last coat ends with [common practice]. */
const PULL =
  'Then pull the masking within the hour, while the film is soft, back over itself and away from the film; cut along the tape first where film bridges it.'
const PULL_MINUTES = 15
/** A can is shaken two to three minutes after the ball is free [common practice]. */
const SHAKE = { label: 'Shake the can', seconds: 150 }
const SCUFF_MINUTES = 10

const TOOLS = {
  wipe: ['lint-free cloth', 'gloves'],
  brush: ['soft brush', 'gloves'],
  roller: ['foam roller', 'tray'],
  aerosol: ['can, warmed in hand-warm water', 'timer', 'respirator'],
  gun: ['spray gun', 'strainer', 'respirator'],
} as const

/** The levelling with its grits, pads and how to see when to stop. */
function levelAct(base: FinishAct, l: Levelling): FinishAct {
  const ladder = gritLadder(l.from, l.to)
  return {
    ...base,
    title: `Level, ${ladder.join(', ')}`,
    how: say`Flats with ${l.flats}, edges with ${l.edges}, pressure towards the middle. Each grit crosswise to the last, until its scratches are gone; wipe dry and look along a lamp. The peel is gone when the last shiny dots are.`,
    good:
      l.share < 1
        ? say`Stop while a few shiny dots stand: ${num(Math.round(100 * l.share), 0, '%')} of the peel.`
        : 'Evenly dull, no shiny dot.',
    tools: [
      ...ladder.map(g => `${g} waterproof paper`),
      l.flats,
      ...(l.edges === l.flats ? [] : [l.edges]),
      'water with a drop of soap',
    ],
  }
}
