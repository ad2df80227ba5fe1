import type { CustomSection, Section } from '@ample/core';
import type { RefObject } from 'react';

const sizes = (s: Section): string => (s.shape === 'CHS' ? `${s.d}` : `${s.h} × ${s.b}`);
const walls = (s: Section): string => ('tf' in s ? `${s.tw} / ${s.tf}` : `${s.t}`);

interface Props {
  readonly id: string;
  readonly label: string;
  /** What was typed. */
  readonly value: string;
  readonly own: readonly CustomSection[];
  readonly recent: readonly string[];
  readonly list: RefObject<HTMLDivElement | null>;
  readonly place: { readonly left: number; readonly top: number; readonly height: number };
  readonly shown: readonly Section[];
  /** How many more fit than are shown. */
  readonly more: number;
  /** Place of the one that is pointed at. */
  readonly at: number;
  /** What is nearest where nothing fits. */
  readonly near: readonly Section[];
  readonly onPoint: (at: number) => void;
  readonly onTake: (name: string) => void;
}

/** The sections that fit what was typed, or those nearest to it. */
export function SectionList({ id, label, value, list, place, shown, more, near, onTake, ...marks }: Props) {
  return (
    <div
      className="section-list"
      style={{ left: place.left, top: place.top, maxHeight: place.height }}
      onPointerDown={(e) => e.preventDefault()}
    >
      <div ref={list} role="listbox" id={`${id}list`} aria-label={`${label}: sections that fit`}>
        <div className="section-row section-head" aria-hidden="true">
          <span>Section</span>
          <span>h × b</span>
          <span>web / flange</span>
          <span>kg/m</span>
        </div>
        {shown.map((s, i) => (
          <Row key={s.name} id={`${id}${i}`} section={s} index={i} onTake={onTake} {...marks} />
        ))}
      </div>
      {more > 0 && <p className="muted px-2 py-1">{more} more: type more of the name.</p>}
      {shown.length === 0 && (
        <p className="px-2 py-1" role="status">
          No section fits “{value}”.
          {near.length > 0 && <Nearest near={near} onTake={onTake} />}
        </p>
      )}
    </div>
  );
}

const Row = ({
  id,
  section: s,
  index,
  own,
  recent,
  at,
  onPoint,
  onTake,
}: Pick<Props, 'own' | 'recent' | 'at' | 'onPoint' | 'onTake'> & { id: string; section: Section; index: number }) => (
  <div
    id={id}
    role="option"
    aria-selected={index === at}
    className="section-row"
    onPointerEnter={() => onPoint(index)}
    onClick={() => onTake(s.name)}
  >
    <span className="mono">
      {s.name}
      {own.some((o) => o.name === s.name) && <span className="muted"> own</span>}
      {recent.includes(s.name) && <span className="muted"> lately</span>}
    </span>
    <span>{sizes(s)}</span>
    <span>{walls(s)}</span>
    <span>{s.mass ?? '–'}</span>
  </div>
);

const Nearest = ({ near, onTake }: Pick<Props, 'near' | 'onTake'>) => (
  <>
    {' '}
    Nearest:{' '}
    {near.map((s, i) => (
      <span key={s.name}>
        {i > 0 && ', '}
        <button type="button" className="underline mono" onClick={() => onTake(s.name)}>
          {s.name}
        </button>
      </span>
    ))}
  </>
);
