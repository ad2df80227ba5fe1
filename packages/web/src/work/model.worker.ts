import {
  compareMembers,
  proposeJoints,
  type JudgedBy,
  type MemberChange,
  type ModelMember,
  type ProposeChoices,
  type Proposed,
} from '@ample/core';
import { expose } from 'comlink';

/** Looks for joints in a model away from the page; it can be ended. */
const worker = {
  propose: (members: readonly ModelMember[], job: JudgedBy, choices: ProposeChoices): Proposed =>
    proposeJoints(members, job, choices),
  compare: (before: readonly ModelMember[], after: readonly ModelMember[]): MemberChange[] => compareMembers(before, after),
};

export type ModelWorker = typeof worker;
expose(worker);
