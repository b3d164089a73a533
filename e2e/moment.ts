/*
 * One clock: server, workshop and browser begin at one moment in one zone, the same in every run, so that no test hangs
 * on the hour or the day. `make clocks` tells others.
 */

export const moment = process.env.FIRMITAS_AT ?? '2026-03-02T09:00:00+00:00'
export const zone = process.env.FIRMITAS_ZONE ?? 'Europe/London'
