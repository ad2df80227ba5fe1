import { useCallback, useEffect, useState } from 'react';
import type { CommentRecord, Pin } from '@ample/core';
import { api } from '../api.ts';

/** The comments of a joint, and what is done with them. */
export interface CommentsOf {
  readonly list: readonly CommentRecord[];
  readonly open: number;
  readonly problem: string;
  readonly add: (comment: { text: string; pin?: Pin }) => Promise<void>;
  readonly change: (id: string, change: { reply?: string; resolved?: boolean }, done?: () => void) => void;
}

export function useComments(jointId: string): CommentsOf {
  const [list, setList] = useState<readonly CommentRecord[]>([]);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let gone = false;
    setList([]);
    api.comments(jointId).then(
      (found) => {
        if (!gone) setList(found);
      },
      (e: Error) => setProblem(e.message),
    );
    return () => {
      gone = true;
    };
  }, [jointId]);
  const add = useCallback(
    (comment: { text: string; pin?: Pin }) =>
      api.addComment(jointId, comment).then((made) => setList((before) => [...before, made])),
    [jointId],
  );
  const change = useCallback(
    (id: string, of: { reply?: string; resolved?: boolean }, done?: () => void): void =>
      void api.changeComment(jointId, id, of).then(
        (made) => {
          setList((before) => before.map((c) => (c.id === id ? made : c)));
          setProblem('');
          done?.();
        },
        (e: Error) => setProblem(e.message),
      ),
    [jointId],
  );
  return { list, open: list.filter((c) => !c.resolved).length, problem, add, change };
}
