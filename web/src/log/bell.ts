import { useState } from 'react'

const BELL = 'bell'
const HERTZ = 660
const SECONDS = 0.6
const SOFT = 0.08 // of full loudness

let sound: AudioContext | undefined

/** Whether clocks make a sound on this device. Turning it on is the press that browsers ask for before any sound. */
export function useBell() {
  const [on, set] = useState(() => localStorage.getItem(BELL) === 'on')
  const turn = async () => {
    localStorage.setItem(BELL, on ? 'off' : 'on')
    set(!on)
    if (on) return
    sound ??= new AudioContext()
    tone()
    if ('Notification' in window && Notification.permission === 'default') await Notification.requestPermission()
  }
  return { on, turn }
}

function tone() {
  sound ??= new AudioContext()
  const gain = sound.createGain()
  const voice = sound.createOscillator()
  gain.gain.setValueAtTime(SOFT, sound.currentTime)
  gain.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + SECONDS)
  voice.frequency.value = HERTZ
  voice.connect(gain).connect(sound.destination)
  voice.start()
  voice.stop(sound.currentTime + SECONDS)
}

/** A soft sound, and a note beside the screen where that is allowed. */
export function ring(words: string) {
  tone()
  if (!('Notification' in window) || Notification.permission !== 'granted') return
  void navigator.serviceWorker?.getRegistration().then((r) => r?.showNotification('Firmitas', { body: words }))
}
