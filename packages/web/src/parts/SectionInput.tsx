import { namedSection, nearestSections, searchSections, type CustomSection } from '@ample/core';
import { useId, useMemo, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import { SectionList } from './SectionList.tsx';
import { createPortal } from 'react-dom';
import { keep, kept } from '../store/kept.ts';

interface Props {
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** A section that was chosen, or a text that names one; else the text as it stands. */
  readonly onCommit?: (value: string) => void;
  readonly own: readonly CustomSection[];
  readonly label: string;
  readonly example?: string | undefined;
  /** Shapes of the catalogue to pick from; open sections when absent. */
  readonly shapes?: readonly string[] | undefined;
}
const OPEN = ['I', 'C'] as const;
const MOST = 60;

/** Sections chosen lately in this browser, newest first. */
const KEY = 'ample-gusset-sections';
function recentSections(): readonly string[] {
  const found = kept(KEY);
  return Array.isArray(found) ? found.filter((n): n is string => typeof n === 'string') : [];
}
const used = (name: string): void => keep(KEY, [name, ...recentSections().filter((n) => n !== name)].slice(0, 8));

/** Under a field where there is room, else over it. */
function placeUnder(box: DOMRect): { readonly left: number; readonly top: number; readonly height: number } {
  const below = innerHeight - box.bottom - 8;
  const height = Math.min(320, Math.max(below, box.top - 8));
  return {
    left: Math.max(4, Math.min(box.left, innerWidth - 424)),
    top: below >= Math.min(320, box.top) ? box.bottom + 2 : box.top - height - 2,
    height,
  };
}

interface ListKeys {
  readonly open: boolean;
  readonly chosen: string | undefined;
  readonly move: (by: number) => void;
  readonly show: () => void;
  readonly take: (name: string) => void;
  /** What Enter does without a list, where it does anything. */
  readonly leave: (() => void) | undefined;
  readonly close: () => void;
}
/** What the keys of the field do. */
const keysOf =
  ({ open, chosen, move, show, take, leave, close }: ListKeys) =>
  (e: KeyboardEvent): void => {
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault();
      if (open) move(e.key === 'ArrowDown' ? 1 : -1);
      else show();
    } else if (e.key === 'Enter' && open && chosen !== undefined) {
      e.preventDefault();
      take(chosen);
    } else if (e.key === 'Enter' && leave) {
      e.preventDefault();
      leave();
    } else if (e.key === 'Escape' && open) {
      e.preventDefault();
      e.stopPropagation();
      close();
    }
  };

/** The list of a field: what fits, which of it is at hand, and what is done with it. */
function useSections(
  {
    value,
    onChange,
    onCommit,
    own,
    shapes,
  }: Pick<Props, 'value' | 'onChange' | 'onCommit' | 'own'> & { readonly shapes: NonNullable<Props['shapes']> },
  input: RefObject<HTMLInputElement | null>,
  list: RefObject<HTMLDivElement | null>,
) {
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  // Fixed, so that a dialog or popover that scrolls does not cut the list off.
  const [place, setPlace] = useState({ left: 0, top: 0, height: 300 });
  const search = useMemo(() => ({ own, shapes, recent: recentSections() }), [own, shapes, open]); // eslint-disable-line react-hooks/exhaustive-deps -- what was used lately is looked up when the list opens
  const found = useMemo(() => (open ? searchSections(value, search) : []), [open, value, search]);
  const shown = found.slice(0, MOST);
  const near = open && found.length === 0 ? nearestSections(value, search) : [];

  const show = (): void => {
    setPlace(placeUnder(input.current!.getBoundingClientRect()));
    setAt(0);
    setOpen(true);
  };
  const take = (name: string): void => {
    used(name);
    onChange(name);
    setOpen(false);
    onCommit?.(name);
  };
  const leave = (): void => {
    setOpen(false);
    const named = namedSection(value, search);
    if (named && named.name !== value) return take(named.name);
    if (named) used(named.name);
    onCommit?.(value);
  };
  const move = (by: number): void => {
    const next = Math.min(shown.length - 1, Math.max(0, at + by));
    setAt(next);
    list.current?.children[next + 1]?.scrollIntoView({ block: 'nearest' });
  };
  const onKey = keysOf({
    open,
    chosen: shown[at]?.name,
    move,
    show,
    take,
    leave: onCommit && leave,
    close: () => setOpen(false),
  });
  return { open, at, setAt, place, search, found, shown, near, show, take, leave, onKey };
}

/** A section by whatever an engineer types of it: a list of those that fit, by keyboard or pointer, the job's own and the latest on top. */
export function SectionInput({ value, onChange, onCommit, own, label, example = 'UB 406x140x39', shapes = OPEN }: Props) {
  const id = useId();
  const list = useRef<HTMLDivElement>(null);
  const input = useRef<HTMLInputElement>(null);
  const { open, at, setAt, place, search, found, shown, near, show, take, leave, onKey } = useSections(
    { value, onChange, onCommit, own, shapes },
    input,
    list,
  );
  return (
    <span className="section-input">
      <input
        ref={input}
        className="input mono"
        role="combobox"
        aria-expanded={open}
        aria-controls={`${id}list`}
        aria-autocomplete="list"
        aria-activedescendant={open && shown.length ? `${id}${at}` : undefined}
        autoComplete="off"
        spellCheck={false}
        value={value}
        aria-label={label}
        placeholder={example}
        onChange={(e) => {
          onChange(e.target.value);
          show();
        }}
        onClick={show}
        onBlur={leave}
        onKeyDown={onKey}
      />
      {open &&
        createPortal(
          <SectionList
            {...{ id, label, value, own, list, place, shown, at, near, more: found.length - MOST }}
            recent={search.recent}
            onPoint={setAt}
            onTake={take}
          />,
          // A dialog lies over everything else of the page: inside one the list must be its own.
          input.current?.closest('dialog') ?? document.body,
        )}
    </span>
  );
}
