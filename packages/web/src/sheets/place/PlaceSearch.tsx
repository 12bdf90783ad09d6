import { formatCoordinate, parsePlace } from '@ivolt/core';
import { useEffect, useState } from 'react';
import { ComboBox, Input, Label, ListBox, ListBoxItem } from 'react-aria-components';
import { styled } from 'styled-components';
import { api, type PlaceHit } from '../../api/client';
import { FieldLabel, pencilLook } from '../../ui/controls';
import { Sheetlet } from '../../ui/Opener';
import { Note } from '../../ui/layout';
import { color, site } from '../../ui/tokens';

const Box = styled(Input)`
  ${pencilLook}
  width: min(34ch, 84vw);
  min-height: 28px;
  ${site} {
    min-height: 46px;
    padding-top: 14px;
    font-size: 18px;
  }
`;

const Hit = styled(ListBoxItem)`
  padding: 7px 12px;
  cursor: pointer;
  outline-offset: -2px;
  &[data-focused] {
    background: ${color.tint};
  }
  small {
    color: ${color.soft};
    font-size: 13px;
    margin-left: 8px;
  }
`;

interface Choice extends PlaceHit {
  key: string;
}

const TYPING_RESTS_MS = 120;

/** Finds a place by name with no network beyond this machine, or takes a pair of coordinates. */
export function PlaceSearch({
  onTake,
  latPath,
}: {
  onTake: (to: { name: string; lat: number; lon: number }) => void;
  /** The field to go on to. */
  latPath: string;
}) {
  const [text, setText] = useState('');
  const [found, setFound] = useState<Choice[]>([]);
  const [state, setState] = useState<'idle' | 'searching' | 'away'>('idle');

  useEffect(() => {
    if (parsePlace(text) || text.trim().length < 2) return undefined;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      setState('searching');
      api.places(text, abort.signal).then(
        ({ places }) => {
          setState('idle');
          setFound(places.map((place) => ({ ...place, key: `${place.latDeg},${place.lonDeg}` })));
        },
        () => abort.signal.aborted || setState('away'),
      );
    }, TYPING_RESTS_MS);
    return () => {
      abort.abort();
      clearTimeout(timer);
    };
  }, [text]);

  const hits = pairOf(text) ?? (text.trim().length < 2 ? [] : found);

  const take = (hit: Choice) => {
    // out of the search and on to the place itself, which also closes the list; the list first takes the focus back
    setTimeout(() => document.querySelector<HTMLElement>(`[data-path="${latPath}"]`)?.focus(), 50);
    setText('');
    setFound([]);
    onTake({ name: hit.country ? hit.name : '', lat: hit.latDeg, lon: hit.lonDeg });
  };

  return (
    <ComboBox
      inputValue={text}
      onInputChange={setText}
      items={hits}
      menuTrigger="input"
      allowsEmptyCollection
      value={null}
      onChange={(key) => {
        const hit = hits.find((choice) => choice.key === key);
        if (hit) take(hit);
      }}
      allowsCustomValue
    >
      <FieldLabel as={Label}>Find it by name or coordinates</FieldLabel>
      <Box
        placeholder="as 41.6N 7.3W"
        autoComplete="off"
        onKeyDown={(event) => {
          // Enter takes the first of what is offered where none is chosen with the arrows
          const [first] = hits;
          const chosen = event.currentTarget.getAttribute('aria-activedescendant');
          if (event.key !== 'Enter' || chosen || !first) return;
          event.preventDefault();
          take(first);
        }}
      />
      <Sheetlet>
        <ListBox<Choice>
          renderEmptyState={() => <Note style={{ padding: '8px 12px' }}>{emptyWords(state, text)}</Note>}
        >
          {(hit) => (
            <Hit id={hit.key} textValue={hit.name}>
              {hit.name}
              <small>
                {hit.country
                  ? `${hit.country}, ${formatCoordinate(hit.latDeg, 'latitude')} ${formatCoordinate(hit.lonDeg, 'longitude')}`
                  : 'take these coordinates'}
              </small>
            </Hit>
          )}
        </ListBox>
      </Sheetlet>
    </ComboBox>
  );
}

/** A pair of coordinates, offered as the one hit. */
function pairOf(text: string): Choice[] | undefined {
  const pair = parsePlace(text);
  if (!pair) return undefined;
  const name = `${formatCoordinate(pair.latDeg, 'latitude')}, ${formatCoordinate(pair.lonDeg, 'longitude')}`;
  return [{ key: 'pair', name, country: '', population: 0, ...pair }];
}

function emptyWords(state: 'idle' | 'searching' | 'away', text: string): string {
  if (text.trim().length < 2) return 'Two letters or more.';
  if (state === 'away') return 'The server does not answer. Type coordinates, as 41.6N 7.3W.';
  return state === 'searching'
    ? 'Looking …'
    : 'No place of that name is known. Type coordinates, as 41.6N 7.3W.';
}
