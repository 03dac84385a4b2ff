/**
 * The packages of a lock file that ship with the application: not those for development alone. Each once, by name.
 *
 * @param {{ packages: Record<string, { version?: string, dev?: boolean, devOptional?: boolean, optional?: boolean }> }} lock
 * @returns {{ name: string, version: string, folder: string, isOptional: boolean }[]}
 */
export function shippedPackages({ packages }) {
  return Object.entries(packages)
    .filter(([folder, { dev, devOptional }]) => folder !== '' && !dev && !devOptional)
    .map(([folder, { version, optional }]) => ({
      name: folder.slice(folder.lastIndexOf('node_modules/') + 'node_modules/'.length),
      version: version ?? '',
      folder,
      isOptional: optional === true,
    }))
    .toSorted((a, b) => (a.name + a.version < b.name + b.version ? -1 : 1))
    .filter((each, index, all) => each.name !== all[index - 1]?.name || each.version !== all[index - 1]?.version)
}
