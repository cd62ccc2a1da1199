import { lesser } from '@/core/people/roles';
import { inHouse } from '@/data/houseScope';
import { onceHere } from '@/data/people/devices';
import type { Speaker } from '../commands/command';
import type { Caller } from './caller';

/** A caller as the one who speaks. */
export const speakerOf = ({ role, person }: Caller): Speaker => ({
  role,
  ...(person ? { name: person.name, personId: person.id } : {}),
});

/**
 * Whose a command is that a caller's device sends: the one it names, where they once said who they are on this very device
 * (it kept the command while nobody answered, and another has it in hand by now), and otherwise the caller. It may do no more
 * than either of the two.
 */
export const whoseIs =
  (caller: Caller) =>
  async (by: string | undefined): Promise<Speaker> => {
    const { deviceId, person, farmId, role } = caller;
    if (!by || !deviceId || by === person?.id) return speakerOf(caller);
    const other = await inHouse((scope) => onceHere(scope, deviceId, by, farmId));
    return other ? { name: other.name, personId: by, role: lesser(other.role, role) } : speakerOf(caller);
  };
