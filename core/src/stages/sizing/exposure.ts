import type { SideEnd } from '../faults/ends.ts';
import type { Side } from '../faults/faultModel.ts';

/** A short in a conductor from one side, and how it ends there. */
export interface Exposure {
  side: Side;
  /** Null where no device stands on the way. */
  end: SideEnd | null;
  /**
   * `guarded`: a device on the way ends it in time. `tap`: none does, but the run is short and ends in a device, which
   * the rules allow. `unfused`: nothing stands on the way. `burns`: what stands there opens too late.
   */
  verdict: 'guarded' | 'tap' | 'unfused' | 'burns';
}
