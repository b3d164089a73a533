/** How one of several things to pick from looks, picked or not; its place says its size and weight. */
export const picked = (on: boolean) => (on ? 'border-primary bg-base-200' : 'border-edge hover:border-base-content/40')
