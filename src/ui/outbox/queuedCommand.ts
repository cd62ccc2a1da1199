/** A command as it waits on the device and goes to the house. */
export interface QueuedCommand {
  id: string;
  farm: string;
  device: string;
  /** Whose it is, where people say who they are. */
  by?: string;
  name: string;
  input: unknown;
  at: string;
}

export type Answer =
  { status: 'done'; result: unknown } | { status: 'refused'; message: string; field?: string };
