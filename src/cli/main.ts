import { IN_MM, written } from '../core/say/spoken.ts'
import { finishReport } from '../core/finish/report.ts'
import { Command, CommanderError, Option } from 'commander'
import { response } from '../core/circuit/response.ts'
import { knobsOf, openSettings, settingLabel, thrownOf, PULLED, type Settings } from '../core/circuit/settings.ts'
import { spiceDcNetlist, spiceNetlist } from '../core/circuit/spice.ts'
import { withWireMetres } from '../core/ways/wireMetres.ts'
import { modelOf, tableOf } from '../core/meter/table.ts'
import { meterWork } from '../core/meter/meterWork.ts'
import { PAPER_NAMES, type Build } from '../core/document/build.ts'
import { traceItem, type TracedNumber } from '../core/trace/traceItem.ts'
import { doubtOf } from '../core/units/quantity.ts'
import { writeBuild } from '../core/document/readBuild.ts'
import { buildSchema } from '../core/document/schema.ts'
import { holesMeant } from '../core/drill/there.ts'
import { screwsWanted } from '../core/drill/screwsWanted.ts'
import { ask, type FactName } from '../core/facts/facts.ts'
import { TEMPLATE_FORMATS } from '../core/drill/templates/templateFile.ts'
import { cheapestFixesNow } from '../core/fit/fixSet.ts'
import { fitReport, inputsReport } from '../core/fit/report.ts'
import { deviceHygrometer, type HygrometerOptions } from './deviceHygrometer.ts'
import { SUPPLIER_PORT } from '../core/supplier/supplier.ts'
import { zoneHere } from '../core/calendar/clock.ts'
import { deviceSupplier, openingDay, type SupplierOptions } from './deviceSupplier.ts'
import { deviceCalliper, deviceScale } from './deviceSizes.ts'
import { deviceMeter } from './deviceMeter.ts'
import type { DeviceOptions } from './deviceSession.ts'
import { layoutReport } from './layoutReport.ts'
import { shareCommands } from './shareCommands.ts'
import { saveTemplates, type TemplateOptions } from './saveTemplates.ts'
import { loadBuild, loadSample, loadShelf, InputError } from './loadBuild.ts'
import { setsReport } from './setsReport.ts'
import { workshopCommands } from './workshopCommands.ts'

const say = (x: unknown): void => {
  process.stdout.write((typeof x === 'string' ? x : JSON.stringify(written(x, IN_MM), null, 2)) + '\n')
}

/** A fact of a build at present. */
const fact = <N extends FactName>(name: N, b: Build) =>
  ask(name, b, { at: new Date().toISOString(), zone: zoneHere() })

/** A number and what it hangs on, as plain data. */
const traceReport = ({ label, quantity }: TracedNumber) => ({
  label,
  value: quantity.value,
  doubt: doubtOf(quantity),
  inputs: inputsReport(quantity),
})

interface CircuitOptions {
  position?: string
  throw: string[]
  pull: string[]
  knob: string[]
  dc?: boolean
}

/** Settings from the command line's words; refuses positions, pulls and knobs that the build has not. */
function settingsFrom(build: Build, o: CircuitOptions): Settings {
  const all = thrownOf(build),
    levers = all.filter(t => t.by === 'lever'),
    pulls = all.filter(t => t.by === 'pull')
  const throws: Record<string, string> = {},
    knobs: Record<string, number> = {}
  const set = (option: string, id: string, to: string) => {
    const t = levers.find(x => x.id === id)
    if (!t) throw new InputError(`${option}: no switch of that name; this build has ${namesOf(levers) || 'none'}`)
    if (!t.throws.some(p => p.id === to))
      throw new InputError(`${option}: ${t.label} has ${t.throws.map(p => p.id).join(', ')}`)
    throws[id] = to
  }
  if (o.position !== undefined) {
    if (!levers[0]) throw new InputError(`--position ${o.position}: this build has no switch`)
    set(`--position ${o.position}`, levers[0].id, o.position)
  }
  for (const t of o.throw) {
    const [id = '', to = ''] = t.split('=')
    set(`--throw ${t}`, id, to)
  }
  for (const p of o.pull) {
    if (!pulls.some(t => t.id === p))
      throw new InputError(`--pull ${p}: no pull switch of that name; this build has ${namesOf(pulls) || 'none'}`)
    throws[p] = PULLED
  }
  for (const k of o.knob) {
    const [id = '', text = ''] = k.split('=')
    const x = Number(text)
    if (!knobsOf(build).some(q => q.id === id) || text === '' || !(x >= 0 && x <= 1))
      throw new InputError(`--knob ${k}: wants NAME=0…1 with a name of ${namesOf(knobsOf(build))}`)
    knobs[id] = x
  }
  const s = openSettings(build, throws)
  return { ...s, knobs: { ...s.knobs, ...knobs } }
}
const namesOf = (list: readonly { id: string }[]): string => list.map(x => x.id).join(', ')

function circuitReport(build: Build) {
  const measured = withWireMetres(build)
  return {
    build: build.id,
    load: build.circuit.load,
    positions: fact('settings', build).map(s => {
      const r = response(measured, s)
      return { position: settingLabel(build, s), settings: s, level100HzDb: r.base, peak: r.peak, silent: r.silent }
    }),
    meterAtJack: fact('meter', build).map(({ settings, ...m }) => {
      void settings
      return {
        ...m,
        ohms: Number.isFinite(m.ohms) ? m.ohms : 'open',
        high: Number.isFinite(m.high) ? m.high : 'open',
        low: Number.isFinite(m.low) ? m.low : 'open',
      }
    }),
    bonds: fact('ground', build).metal,
    solderOrder: fact('solder', build),
  }
}

/** An amount from the command line, 0 or more. */
const amount = (text: string): number => {
  const n = Number(text)
  if (text.trim() === '' || !Number.isFinite(n) || n < 0) throw new InputError(`“${text}” is not an amount from 0`)
  return n
}

/** What engines say of a build. */
function engineCommands(program: Command): void {
  const onBuild = (name: string, what: string, run: (b: Build) => unknown) =>
    program
      .command(`${name} [build]`)
      .description(what)
      .action((file?: string) => say(run(loadBuild(file))))
  onBuild('fit', 'every joint with clearance, doubt, verdict and fixes; what to measure next', fitReport)
  onBuild('layout', 'numbers to mark, saddles, strings, tuners, controls; what cannot be so', layoutReport)
  onBuild('drill', 'the hole list, with the chosen fixes done', b => fact('drill', b)?.holes ?? [])
  onBuild('drilled', 'holes that the plan drilled: where they lie, and how far off what is wanted today', b =>
    (fact('drill', b)?.there ?? []).map(t => ({
      part: t.part.id,
      feature: t.feature.id,
      step: t.step,
      label: t.label,
      face: t.face,
      from: t.from,
      along: t.along,
      across: t.across,
      off: t.off && { along: t.off.along, across: t.off.across, doubt: t.off.doubt },
    })),
  )
  onBuild('cut', 'cutting work with what it leaves, and screws to buy', b => {
    const w = fact('drill', b)
    return { cuts: w?.cuts ?? [], screws: w ? screwsWanted(w.build, holesMeant(w)) : [] }
  })
  onBuild('meter', 'what explains the readings of the circuit, what to read next, the test sheet', b => {
    const model = modelOf(b)
    return meterWork({ model, table: tableOf(model) }, b.readings, () => true)
  })
  onBuild('finish', 'layers, film on each face, work, what to buy, air', finishReport)
  onBuild('setup', 'strings with tension; readings and the next adjustment', b => fact('setup', b))
  onBuild('plan', 'all steps in order with dates', b => fact('plan', b))
}

/** What goes into one number, and drawings as files. */
function drawingCommands(program: Command): void {
  program
    .command('trace [build]')
    .description('where the numbers of one hole, cut or mark come from: each with its doubt and what moves it')
    .requiredOption('--of <id>', 'the id that `drill`, `cut` or `layout` prints')
    .action((file: string | undefined, o: { of: string }) => {
      const numbers = traceItem(loadBuild(file), o.of)
      if (numbers.length === 0) throw new InputError(`--of ${o.of}: nothing of that id is marked, cut or drilled`)
      say(numbers.map(traceReport))
    })
  program
    .command('templates [build]')
    .description('full-size templates as files in a folder: one PDF, or an SVG or DXF a drawing')
    .requiredOption('--out <folder>', 'an existing folder')
    .addOption(new Option('--format <name>', 'kind of file').choices(TEMPLATE_FORMATS).default('pdf'))
    .addOption(new Option('--paper <name>', 'paper of the PDF; left out: the build’s').choices(PAPER_NAMES))
    .action(async (file: string | undefined, o: TemplateOptions) => say(await saveTemplates(loadBuild(file), o)))
}

function deviceCommands(program: Command): void {
  const device = program.command('device').description('simulated devices that give readings to an open workshop')
  device
    .command('hygrometer')
    .description('a hygrometer in a room with a day’s course, for the air at the Finish station')
    .option('--server <address>', 'where the workshop is open', 'http://127.0.0.1:4180')
    .option('--name <name>', 'what it is called on the page', 'Hygrometer')
    .option('--pace <ms>', 'how long each display stands', '300')
    .option('--key <key>', 'the secret of the workshop, where its data folder cannot be read')
    .option('--mean <celsius>', 'the day’s mean', '18')
    .option('--swing <celsius>', 'how far it goes above and below', '3')
    .option('--humidity <percent>', 'humidity at the mean', '55')
    .action((o: HygrometerOptions) => deviceHygrometer(o))
  device
    .command('meter')
    .description('a meter: reads the instrument that stands in, at the place in hand at the Meter station')
    .option('--server <address>', 'where the workshop is open', 'http://127.0.0.1:4180')
    .option('--name <name>', 'what it is called on the page', 'Bench meter')
    .option('--pace <ms>', 'how long each display stands', '300')
    .option('--key <key>', 'the secret of the workshop, where its data folder cannot be read')
    .action((o: DeviceOptions) => deviceMeter(o))
  for (const [sort, what, run] of [
    ['calliper', 'a calliper: reads the dimension in hand of the part that stands in', deviceCalliper],
    ['scale', 'a kitchen scale: weighs the part in hand', deviceScale],
  ] as const)
    device
      .command(sort)
      .description(what)
      .option('--server <address>', 'where the workshop is open', 'http://127.0.0.1:4180')
      .option('--name <name>', 'what it is called on the page', sort === 'calliper' ? 'Bench calliper' : 'Scale')
      .option('--pace <ms>', 'how long each display stands', '300')
      .option('--key <key>', 'the secret of the workshop, where its data folder cannot be read')
      .action((o: DeviceOptions) => run(o))
  device
    .command('supplier')
    .description('a supplier with invented parts, for the Parts station; prices and days change with its calendar')
    .option('--port <port>', 'where it is asked, on this machine', String(SUPPLIER_PORT))
    .option('--name <name>', 'what it is called', 'The corner shop')
    .option('--seed <n>', 'another seed, other prices and other delays', '1')
    .option('--today <day>', 'the day on which it opens', openingDay())
    .action((o: SupplierOptions) => deviceSupplier(o))
}

function circuitCommand(program: Command): void {
  program
    .command('circuit [words...]')
    .description('levels, meter readings and solder order; `circuit spice [build]` writes a netlist')
    .option('--position <name>', 'position of the first switch')
    .option(
      '--throw <name=position>',
      'position of a switch by its name',
      (v: string, all: string[]) => [...all, v],
      [] as string[],
    )
    .option(
      '--pull <name>',
      'a pull switch that is pulled',
      (v: string, all: string[]) => [...all, v],
      [] as string[],
    )
    .option('--knob <name=0..1>', 'where a knob stands', (v: string, all: string[]) => [...all, v], [] as string[])
    .option('--dc', 'a netlist for the resistance at the jack instead of the response')
    .action((words: string[], o: CircuitOptions) => {
      const spice = words[0] === 'spice'
      const build = loadBuild(words[spice ? 1 : 0])
      if (!spice) return say(circuitReport(build))
      const s = settingsFrom(build, o)
      process.stdout.write(o.dc ? spiceDcNetlist(build, s) : spiceNetlist(build, s))
    })
}

/** What is bought or mended for the least. */
function matchCommands(program: Command): void {
  program
    .command('fixes [build]')
    .description('the cheapest set of fixes that makes the build snug')
    .action((file?: string) => say(cheapestFixesNow(loadBuild(file))))
  program
    .command('sets [build]')
    .description('the best complete sets of parts from the build and a shelf file')
    .requiredOption('--shelf <file>', 'shelf as JSON, or a table of parts as .csv')
    .option('--keep <slots>', 'slots whose part stands, separated by commas', '')
    .option('--hourly <amount>', 'what an hour at the bench is worth', amount, 12)
    .option('--weekly <amount>', 'what a week’s wait is worth', amount, 4)
    .option('--budget <amount>', 'most that it may cost', amount)
    .option('--within <days>', 'no part later than this', amount)
    .option('--count <n>', 'how many sets', amount, 20)
    .option('--today <day>', 'YYYY-MM-DD', openingDay())
    .action(
      (
        file: string | undefined,
        o: {
          shelf: string
          keep: string
          hourly: number
          weekly: number
          budget?: number
          within?: number
          count: number
          today: string
        },
      ) => {
        const build = loadBuild(file),
          keep = o.keep.split(',').filter(Boolean),
          bad = keep.find(s => !build.slots[s])
        if (bad !== undefined)
          throw new InputError(
            `--keep ${bad}: nothing is chosen in a slot of that name; there is ${Object.keys(build.slots).join(', ')}`,
          )
        if (!/^\d{4}-\d{2}-\d{2}$/.test(o.today)) throw new InputError(`--today ${o.today}: wants YYYY-MM-DD`)
        say(
          setsReport(
            build,
            loadShelf(o.shelf),
            {
              fixed: Object.fromEntries(keep.map(s => [s, build.slots[s]!])),
              hourly: o.hourly,
              weekly: o.weekly,
              ...(o.budget === undefined ? {} : { budget: o.budget }),
              ...(o.within === undefined ? {} : { maxWaitDays: o.within }),
            },
            o.today,
            Math.max(1, Math.min(100, Math.round(o.count))),
          ),
        )
      },
    )
}

/** Runs one command and returns the exit code: 0, or 2 with one line on stderr for bad input. */
export async function main(argv: string[]): Promise<number> {
  const program = new Command('snugbolt')
    .description('Computes an instrument from its build file. Results are JSON on stdout.')
    .exitOverride()
    .configureOutput({ writeErr: s => process.stderr.write(s.trim().split('\n')[0] + '\n') })
  engineCommands(program)
  drawingCommands(program)
  deviceCommands(program)
  circuitCommand(program)
  matchCommands(program)
  workshopCommands(program, say)
  shareCommands(program, say)
  program
    .command('schema')
    .description('JSON Schema of the build file')
    .action(() => say(buildSchema()))
  program
    .command('sample <name>')
    .description('a demo build, such as heron')
    .action((name: string) => {
      process.stdout.write(writeBuild(loadSample(name)))
    })
  try {
    await program.parseAsync(argv, { from: 'user' })
    return 0
  } catch (e) {
    if (e instanceof CommanderError) return e.exitCode === 0 ? 0 : 2
    if (e instanceof InputError) {
      process.stderr.write(e.message + '\n')
      return 2
    }
    throw e
  }
}
