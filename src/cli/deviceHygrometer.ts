import { standInAir } from '../core/finish/standInAir.ts'
import { InputError } from './loadBuild.ts'
import { deviceSession, type DeviceOptions } from './deviceSession.ts'

export interface HygrometerOptions extends DeviceOptions {
  /** The day's mean and how far it swings, °C; humidity at the mean, %. */
  mean: string
  swing: string
  humidity: string
}

const number = (text: string, flag: string, min: number, max: number): number => {
  const n = Number(text)
  if (text.trim() === '' || !(n >= min && n <= max))
    throw new InputError(`${flag} ${text}: a number from ${min} to ${max}`)
  return n
}

/** A simulated hygrometer in a room with a day's course: coldest before dawn, warmest in the afternoon. */
export const deviceHygrometer = (o: HygrometerOptions): Promise<void> => {
  const room = {
    mean: number(o.mean, '--mean', -10, 40),
    swing: number(o.swing, '--swing', 0, 20),
    humidity: number(o.humidity, '--humidity', 5, 100),
  }
  return deviceSession(o, {
    sort: 'hygrometer',
    hello: 'Enter takes a reading; a value shows it (19.5 C 55 %)',
    station: 'Finish station, Air',
    reads: () => {
      const now = new Date(),
        { celsius, humidity } = standInAir(room, now.getHours() + now.getMinutes() / 60)
      return Promise.resolve([`${celsius.toFixed(1)} C ${Math.round(humidity)} %`])
    },
  })
}
