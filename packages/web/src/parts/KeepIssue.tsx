import { useEffect, useState } from 'react';
import type { SinceIssue } from '@ample/core';
import { api } from '../api.ts';

/** How a document is sent: kept under a number with its reason, and of which joints. */
export interface Sending {
  readonly kept: boolean;
  readonly reason: string;
  /** Only what changed since the last issue. */
  readonly changed: boolean;
}
export const NOT_KEPT: Sending = { kept: false, reason: '', changed: false };

/** What is another since the last issue of a job, asked again when what `anew` holds is another; null where there is none, or it can't be asked. */
export function useSinceLast(jobId: string | undefined, ...anew: readonly unknown[]): SinceIssue | null {
  const [since, setSince] = useState<SinceIssue | null>(null);
  useEffect(() => {
    if (!jobId) return;
    let here = true;
    api
      .issues(jobId)
      .then((list) => (list[0] ? api.sinceIssue(jobId, list[0].number) : null))
      .then(
        (found) => here && setSince(found),
        () => undefined,
      );
    return () => {
      here = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- its caller says after what
  }, [jobId, ...anew]);
  return since;
}

/** What the server is asked of it. */
export const sendingOrder = ({ kept, reason, changed }: Sending, since: SinceIssue | null) => ({
  ...(kept ? { issue: { reason: reason.trim() } } : {}),
  ...(changed && since ? { since: since.number } : {}),
});

interface Props {
  readonly sending: Sending;
  readonly set: (sending: Sending) => void;
  /** Of one joint: all of it is sent. */
  readonly one: boolean;
  readonly since: SinceIssue | null;
}

/** Asks whether what is made is kept as an issue, why it is sent, and whether only what changed is. */
export const KeepIssue = ({ sending, set, one, since }: Props) => (
  <fieldset className="mb-3">
    <legend className="label mb-1">How it is sent</legend>
    {!one && since && since.changed.length > 0 && (
      <label className="flex gap-2 py-1 items-start">
        <input
          type="checkbox"
          className="checkbox checkbox-xs mt-0.5"
          checked={sending.changed}
          onChange={(e) => set({ ...sending, changed: e.target.checked })}
        />
        <span>
          <b>Only what changed since issue {since.number}</b>
          <span className="muted"> · {markWords(since)}</span>
        </span>
      </label>
    )}
    <label className="flex gap-2 py-1 items-start">
      <input
        type="checkbox"
        className="checkbox checkbox-xs mt-0.5"
        checked={sending.kept}
        onChange={(e) => set({ ...sending, kept: e.target.checked })}
      />
      <span>
        <b>Keep it as an issue of the job</b>
        <span className="muted"> · with its number, date, your name, the reason and the fingerprint of the file</span>
      </span>
    </label>
    {sending.kept && (
      <label className="flex gap-2 py-1 items-center">
        <span className="whitespace-nowrap">Reason</span>
        <input
          className="input w-full"
          maxLength={200}
          value={sending.reason}
          placeholder="as: for approval"
          onChange={(e) => set({ ...sending, reason: e.target.value })}
        />
      </label>
    )}
  </fieldset>
);

const MOST = 8;
/** The joints that changed, by their marks. */
export const markWords = ({ changed }: SinceIssue): string =>
  `${changed.length} joint${changed.length === 1 ? '' : 's'}: ${changed
    .slice(0, MOST)
    .map((j) => j.mark)
    .join(', ')}${changed.length > MOST ? '…' : ''}`;
