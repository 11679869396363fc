/** Takes a folder for this process; ends what one that is gone left there. */
export function takeFolder(
  home: string,
  address: string,
): Promise<{ note(name: string, pid: number): void; giveBack(): void }>
