import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  followingOf,
  houseOf,
  readHouse,
  refusalOf,
  withHouse,
  type Following,
  type HouseRecord,
  type HouseVersion,
} from '@ample/core';
import { api } from '../api.ts';
import type { JointView } from '../joint/page/useJoint.ts';
import { KeepHouse } from './KeepHouse.tsx';

const STATE_WORDS: Readonly<Record<Following['state'], string>> = {
  follows: 'followed',
  strayed: 'strayed',
  outside: 'outside its range',
  unknown: 'not kept here',
};

/** A house detail with its versions: null where there is none, undefined while it is asked. */
type Found = { readonly record: HouseRecord; readonly versions: readonly HouseVersion[] } | null | undefined;

/** The house detail of this name, asked again when the version that is followed is another. */
function useHouse(name: string | undefined, version: number | undefined): Found {
  const [found, setFound] = useState<Found>(undefined);
  useEffect(() => {
    setFound(undefined);
    if (name === undefined) return;
    let gone = false;
    api
      .house()
      .then((list) => list.find((h) => h.detail.name === name))
      .then((h) => (h ? api.houseVersions(h.id) : null))
      .then(
        (h) => {
          if (!gone) setFound(h);
        },
        () => undefined, // the panel waits; the page says what is wrong with the server
      );
    return () => {
      gone = true;
    };
  }, [name, version]);
  return found;
}

/** The house detail of a joint: whether it follows it, in what it strayed, and the ways back and on. */
export function Follows({ view }: { view: JointView }) {
  const { present, job, apply } = view;
  const { house: mark } = present;
  const found = useHouse(mark?.name, mark?.version);
  const following = useMemo(
    () =>
      mark && found !== undefined
        ? followingOf({ ...present, house: mark }, found?.versions.find((v) => v.version === mark.version)?.detail ?? null, job)
        : null,
    [mark, found, present, job],
  );
  if (!mark) return <KeepNew present={present} job={job} apply={apply} />;
  const record = found?.record;
  return (
    <section aria-label="House detail" className="shared mb-4">
      <div className="label">
        House detail{' '}
        {record ? (
          <Link className="underline" to={`/house/${record.id}`}>
            {mark.name}
          </Link>
        ) : (
          mark.name
        )}
        , version {mark.version}
        {following && <b> · {STATE_WORDS[following.state]}</b>}
      </div>
      {following?.words.map((w) => (
        <p key={w}>{w}</p>
      ))}
      {record && record.version > mark.version && (
        <p>
          Version {record.version} stands: {record.label}
        </p>
      )}
      <Ways {...{ view, mark, found, following }} />
    </section>
  );
}

/** A joint that follows none may be kept as one. */
function KeepNew({ present, job, apply }: Pick<JointView, 'present' | 'job' | 'apply'>) {
  const [keep, setKeep] = useState(false);
  return (
    <section aria-label="House detail" className="mt-4">
      <button type="button" className="underline" onClick={() => setKeep(true)}>
        Keep as a house detail
      </button>
      {keep && (
        <KeepHouse
          content={present}
          job={job}
          onClose={() => setKeep(false)}
          onKept={(kept, version) => {
            setKeep(false);
            apply({ ...present, house: { name: kept, version } }, `kept as house detail ${kept}`);
          }}
        />
      )}
    </section>
  );
}

interface WaysProps {
  readonly view: JointView;
  readonly mark: NonNullable<JointView['present']['house']>;
  readonly found: Found;
  readonly following: Following | null;
}

/** Back to the detail, on to its next version, or away from it. */
function Ways({ view: { present, job, apply, setSaid }, mark, found, following }: WaysProps) {
  const record = found?.record;
  const take = (version: HouseVersion): void => {
    try {
      const { input } = withHouse(present, version.detail);
      apply(
        { ...present, input, house: { name: mark.name, version: version.version } },
        `house detail ${mark.name} version ${version.version}`,
      );
    } catch (e) {
      setSaid(refusalOf(e).message);
    }
  };
  const keepNext = (): void => {
    if (!record) return;
    const { detail } = record;
    try {
      const next = readHouse({ ...houseOf(present, job, detail.name, detail.note), range: detail.range, open: detail.open });
      void api.saveHouse(record.id, record.version, next, `from ${present.mark} of ${job.number || job.name}`).then(
        (h) => apply({ ...present, house: { name: mark.name, version: h.version } }, `kept as ${mark.name} version ${h.version}`),
        (e: Error) => setSaid(e.message),
      );
    } catch (e) {
      setSaid(refusalOf(e).message);
    }
  };
  const named = found?.versions.find((v) => v.version === mark.version);
  return (
    <div className="flex flex-wrap gap-2 mt-1">
      {named && following?.state === 'strayed' && (
        <button type="button" className="btn" onClick={() => take(named)}>
          Take it again
        </button>
      )}
      {record && record.version > mark.version && (
        <button type="button" className="btn" onClick={() => take(found.versions[0]!)}>
          Take version {record.version}
        </button>
      )}
      {record && following?.state === 'strayed' && present.kind === record.detail.kind && (
        <button type="button" className="btn" onClick={keepNext}>
          Keep this as version {record.version + 1}
        </button>
      )}
      <button
        type="button"
        className="btn"
        onClick={() => {
          const { house: _left, ...alone } = present;
          apply(alone, `left the house detail ${mark.name}`);
        }}
      >
        Let it go
      </button>
    </div>
  );
}
