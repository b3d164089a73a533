import type { Piece } from '../api/client'

/** A zone of a piece, with the system that was chosen for it: its layers are none until one is. */
export interface ZoneOf {
  at: number // among the zones
  zone: Piece['input']['zones'][number]
  layers: Piece['systems'][number]
}

/** The names of some zones, by their places among all. */
export const namesOf = (all: { name: string }[], places: number[]) =>
  places.flatMap((at) => all[at]?.name ?? []).join(', ')

export const zonesOf = ({ input, systems }: Piece): ZoneOf[] =>
  input.zones.map((zone, at) => ({ at, zone, layers: systems[at] ?? [] }))
