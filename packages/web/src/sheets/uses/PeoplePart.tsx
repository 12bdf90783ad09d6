import { formatDayMonth, inOrder, nextPosition, withValueAt, type House } from '@ivolt/core';
import { useAppDispatch } from '../../job/store';
import { edit, notice, putValue } from '../../job/edits';
import { useDesignPart } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Select, type Choice } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';
import { PencilDate } from '../../job/fields/PencilDate';
import { PencilText } from '../../job/fields/PencilWords';

const HOUSES: readonly Choice<House>[] = [
  { id: 'low', label: 'the low house', about: 'few people' },
  { id: 'usual', label: 'the usual house' },
  { id: 'full', label: 'the full house', about: 'guests and all' },
];

/** How many people, when they come, and the days on which much is done. */
export function PeoplePart() {
  const dispatch = useAppDispatch();
  const people = useDesignPart('people');
  const events = useDesignPart('events');
  const uses = useDesignPart('uses');
  const all = Object.values(uses);
  const follow = all.filter(({ perPerson }) => perPerson).length;
  const visits = all.filter(({ days }) => days === 'visits').length;
  const addEvent = () => {
    const id = `e${crypto.randomUUID().slice(0, 8)}`;
    dispatch(
      edit('Add an event', (design) =>
        withValueAt(design, `/events/${id}`, {
          name: 'Harvest',
          position: nextPosition(design.events),
          from: '08-08',
          to: '08-21',
        }),
      ),
    );
  };
  const removeEvent = (id: string, name: string) => {
    dispatch(
      edit(`Delete ${name}`, (design) => ({
        ...design,
        events: Object.fromEntries(Object.entries(design.events).filter(([other]) => other !== id)),
        uses: Object.fromEntries(
          Object.entries(design.uses).map(([useId, use]) => [
            useId,
            use.event === id ? { ...use, event: null, days: 'every' as const } : use,
          ]),
        ),
      })),
    );
    dispatch(notice(`${name} is deleted; what ran in it runs every day`, true));
  };
  return (
    <Section part="uses-people" title="Who is there, and when">
      <Row>
        <Pencil path="/people/low" label="Low house, people" />
        <Pencil path="/people/usual" label="Usual house" />
        <Pencil path="/people/full" label="Full house" />
        <Select
          label="The job is sized for"
          value={people.sizes}
          choices={HOUSES}
          onChange={(sizes) => dispatch(putValue(`Size it for the ${sizes} house`, '/people/sizes', sizes))}
        />
        <Pencil path="/visits/stay" />
        <Pencil path="/visits/perMonth" />
      </Row>
      <Note style={{ marginTop: 6 }}>
        {follow === 0
          ? 'No use follows the people yet; tick it in a use, opened by ▸.'
          : `${follow} of the uses follow the people.`}{' '}
        {visits === 0 ? 'None runs on visits only.' : `${visits} run on visits only.`}
      </Note>
      {inOrder(events).map(([id, { name, from, to }]) => (
        <Row key={id} style={{ marginTop: 12 }} role="group" aria-label={`Event ${name}`}>
          <PencilText
            label="Event"
            value={name}
            chars={16}
            onChange={(next, session) =>
              dispatch(putValue('Rename an event', `/events/${id}/name`, next, session))
            }
          />
          <PencilDate
            place={`/events/${id}/from`}
            label="From"
            date={from}
            onChange={(date, session) =>
              dispatch(putValue(`${name} from ${formatDayMonth(date)}`, `/events/${id}/from`, date, session))
            }
          />
          <PencilDate
            place={`/events/${id}/to`}
            label="To"
            date={to}
            onChange={(date, session) =>
              dispatch(putValue(`${name} to ${formatDayMonth(date)}`, `/events/${id}/to`, date, session))
            }
          />
          <Action
            className="screen"
            style={{ alignSelf: 'end' }}
            onPress={() => removeEvent(id, name || 'the event')}
          >
            Delete
          </Action>
        </Row>
      ))}
      <Row className="screen" style={{ marginTop: 10 }}>
        <Action onPress={addEvent}>Add an event</Action>
      </Row>
    </Section>
  );
}
