const LOOPBACK_NAMES = new Set(['localhost', '127.0.0.1', '[::1]'])

/** Whether a request names this machine, or the address other devices find it at. A foreign name that resolves to 127.0.0.1 is somebody else's page. */
export const isOwnHost = (host: string, origin: () => URL | undefined): boolean =>
  LOOPBACK_NAMES.has(host.replace(/:\d+$/, '')) || host === origin()?.host
