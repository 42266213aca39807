import { scaleLinear } from 'd3-scale'

/** Temperature as colour: frost, wheat, ember; the same on every picture of the soil. °C. */
const stops = { frost: 0, wheat: 12, ember: 24 } as const

/** @param token a colour of the theme by its name */
export function temperatureColour(token: (name: string) => string): (celsius: number) => string {
  const scale = scaleLinear<string>(
    [stops.frost, stops.wheat, stops.ember],
    [token('frost'), token('wheat'), token('ember')],
  ).clamp(true)
  return (celsius) => scale(celsius)
}
