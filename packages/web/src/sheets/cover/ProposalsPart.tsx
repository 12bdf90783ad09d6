import {
  displayFigure,
  formatNumber,
  joined,
  KEPT,
  monthName,
  monthsText,
  type Kept,
  type Gist,
  type Proposal,
  type Proposals,
  type Quantity,
} from '@ivolt/core';
import { useState } from 'react';
import { styled } from 'styled-components';
import { BatteriesDrawn, PanelsDrawn, VoltsDrawn } from '../../charts/ProposalPictures';
import { applyRemedy, putValue } from '../../job/edits';
import { Pencil } from '../../job/fields/Pencil';
import { useDesign, useDesignPart, useEvaluation } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { useReckoned, type Ask } from '../../job/useReckoned';
import { Action, Tick } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { color, narrow, site } from '../../ui/tokens';

const Bench = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  border-top: 1.5px solid ${color.ink};
  margin-top: 14px;
  > article {
    padding: 12px 18px 8px;
    border-left: 1px solid ${color.rule};
  }
  > article:first-child {
    padding-left: 0;
    border-left: 0;
  }
  h3 {
    font-size: 17px;
  }
  h3 + p {
    color: ${color.soft};
    min-height: 3em;
  }
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
    > article {
      padding: 14px 0 10px;
      border-left: 0;
      border-bottom: 1px solid ${color.rule};
    }
    h3 + p {
      min-height: 0;
    }
  }
`;

const Facts = styled.dl`
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  margin: 4px 0 8px;
  dt,
  dd {
    padding: 5px 0;
    border-bottom: 1px dotted ${color.rule};
    margin: 0;
  }
  dt {
    color: ${color.soft};
  }
  dd {
    font-weight: 700;
  }
  .drawn {
    grid-column: 1 / -1;
    border: 0;
    padding: 2px 0 0;
  }
  i {
    font-style: normal;
    font-weight: 400;
    color: ${color.pencil};
    background: ${color.tint};
    border-bottom: 1.5px dashed ${color.pencil};
    padding: 0 4px;
    margin-left: 6px;
  }
  ${site} {
    grid-template-columns: 104px minmax(0, 1fr);
  }
`;

const WORDS: Readonly<Record<Kept, string>> = {
  volts: 'The system voltage',
  chemistry: 'The chemistry',
  bank: 'The bank as it is',
  panels: 'The panels there are',
  plane: 'Where they face',
  controller: 'The controller there is',
};

const ask: Ask<Proposals | null> = (core, design, grid) => core.proposals(design, grid);

/** From uses and place to a whole design at one press: three of them, side by side with the one there is. */
export function ProposalsPart() {
  const [open, setOpen] = useState(false);
  const evaluation = useEvaluation();
  const reading = useReading();
  const known =
    evaluation !== null && evaluation.climate !== null && evaluation.months.some(({ inUse }) => inUse);
  const stands = evaluation?.verdict.standing === 'stands';
  // nothing can be taken from a book
  if (!known || reading) return null;
  return (
    <Section part="cover-proposals" className="screen" title="What would do?">
      {stands ? (
        <>
          <Note>Three whole designs for these uses at this place, to take or to hold beside this one.</Note>
          <Action onPress={() => setOpen(!open)} aria-expanded={open}>
            {open ? 'Put them away' : 'Show what else would do'}
          </Action>
        </>
      ) : null}
      {open || !stands ? <Proposed /> : null}
    </Section>
  );
}

function Proposed() {
  const proposals = useReckoned(ask, 'proposals');
  if (!proposals) return <Note>Trying every usual size …</Note>;
  const { decides, why, season, present } = proposals;
  const backed = proposals.proposals.some(({ backup }) => backup !== null);
  const most = Math.max(...[present, ...proposals.proposals].map(({ controller }) => controller.maxV));
  return (
    <>
      <p style={{ maxWidth: '72ch' }}>
        {proposals.proposals.length > 0 ? (
          <b>
            {proposals.proposals.length === 3 ? 'Three designs that stand' : 'What stands'} on these
            figures.{' '}
          </b>
        ) : null}
        {decides} {why}
      </p>
      {season ? (
        <p style={{ maxWidth: '72ch', marginTop: 6 }}>
          In {monthsText(season.without)} the sun would ask for up to {formatNumber(season.times, 1)} times
          the panels that other months need. The panels of these designs are for {monthsText(season.months)};{' '}
          {backed
            ? 'the rest of the year has another source.'
            : 'the rest of the year needs another source, and taking one leaves nothing in use then.'}
        </p>
      ) : null}
      {proposals.proposals.length > 0 ? (
        <Bench>
          {proposals.proposals.map((proposal) => (
            <OneProposal key={proposal.aim} proposal={proposal} most={most} />
          ))}
        </Bench>
      ) : null}
      <Present present={present} />
      <Fixed kept={proposals.kept} />
      <Note style={{ marginTop: 8 }}>
        Prices are what you typed, or usual ones, of panels with their clamps, bank, controllers, inverter and
        what charges beside the sun; cable as long as the Wire sheet has it; no posts. Planning figures: local
        code and whoever inspects it decide.
      </Note>
    </>
  );
}

function OneProposal({ proposal, most }: { proposal: Proposal; most: number }) {
  const dispatch = useAppDispatch();
  const { aim, title, about, givesUp, operations, inverter, backup } = proposal;
  return (
    <article aria-labelledby={`proposal-${aim}`}>
      <h3 id={`proposal-${aim}`}>{title}</h3>
      <p>{about}</p>
      <Outlined gist={proposal} most={most} later={aim === 'later'} inverter={inverter} />
      {backup ? <p>{backup}</p> : null}
      <p>
        <span style={{ color: color.soft }}>Gives up: </span>
        {givesUp}
      </p>
      <div style={{ marginTop: 8 }}>
        <Action
          $act={aim === 'winter'}
          aria-label={`Take this one: ${title}`}
          onPress={() => dispatch(applyRemedy('what would do', { label: `Take “${title}”`, operations }))}
        >
          Take this one
        </Action>
      </div>
    </article>
  );
}

function Outlined({
  gist,
  most,
  later,
  inverter,
}: {
  gist: Gist;
  most: number;
  later: boolean;
  inverter: Proposal['inverter'];
}) {
  const units = useDesignPart('units');
  const shown = (value: number, quantity: Quantity) => joined(displayFigure(value, quantity, units));
  const { panels, bank, controller, ratio, month, price, priceGuessed, massKg } = gist;
  const beside = [
    { name: 'inverter', money: gist.inverterPrice },
    { name: 'what charges beside the sun', money: gist.sourcesPrice },
  ].filter(({ money }) => money > 0);
  const money = (amount: number) => shown(Math.round(amount / 10) * 10, 'money');
  const free = controller.freeInputs;
  return (
    <Facts>
      <dd className="drawn">
        <PanelsDrawn count={panels.count} />
      </dd>
      <dt>Panels</dt>
      <dd>{panels.text}</dd>
      <dt>Governs</dt>
      <dd>
        {formatNumber(ratio, 2)} made for each kWh used, {monthName(month)}
        {later ? ', with what comes' : ''}
      </dd>
      <dd className="drawn">
        <BatteriesDrawn bank={bank} />
      </dd>
      <dt>Bank</dt>
      <dd>{bank.text}</dd>
      <dd className="drawn">
        <VoltsDrawn controller={controller} most={most} />
      </dd>
      <dt>Controller</dt>
      <dd>
        {controller.count > 1 ? `${controller.count} × ` : ''}
        {controller.label}
        {free > 0 ? `, ${free === 1 ? 'one input' : `${free} inputs`} free` : ''}
      </dd>
      {inverter ? (
        <>
          <dt>Inverter</dt>
          <dd>
            {inverter.label}
            {inverter.own ? ', as it is' : ''}
          </dd>
        </>
      ) : null}
      {gist.wires.runs ? (
        <>
          <dt>Wires</dt>
          <dd>{gist.wires.runs}</dd>
        </>
      ) : null}
      {gist.wires.devices ? (
        <>
          <dt>Fuses, switches</dt>
          <dd>{gist.wires.devices}</dd>
        </>
      ) : null}
      <dt>Costs</dt>
      <dd>
        {money(price)}
        {beside.length > 0 ? (
          <small>, of it {beside.map((part) => `${part.name} ${money(part.money)}`).join(', ')}</small>
        ) : null}
        {gist.cablePrice > 0 ? <small>; about {money(gist.cablePrice)} for cable beside it</small> : null}
        {priceGuessed ? <i>usual prices ?</i> : null}
      </dd>
      <dt>Weighs</dt>
      <dd>{shown(massKg, 'mass')}</dd>
    </Facts>
  );
}

/** The design there is, in one line of the same terms. */
function Present({ present }: { present: Gist }) {
  const units = useDesignPart('units');
  const shown = (value: number, quantity: Quantity) => joined(displayFigure(value, quantity, units));
  return (
    <p style={{ marginTop: 12, maxWidth: '90ch' }} data-present>
      <b>As it is now:</b> {present.panels.text}; {formatNumber(present.ratio, 2)} made for each kWh used in{' '}
      {monthName(present.month)}; {present.bank.text}; {present.controller.label}; about{' '}
      {shown(Math.round(present.price / 10) * 10, 'money')} and {shown(present.massKg, 'mass')}.
    </p>
  );
}

/** What is fixed already, whatever is proposed. */
function Fixed({ kept }: { kept: readonly Kept[] }) {
  const dispatch = useAppDispatch();
  const design = useDesign();
  const [open, setOpen] = useState(false);
  const said = KEPT.filter((key) => kept.includes(key)).map((key) => WORDS[key].toLowerCase());
  const set = (key: Kept, so: boolean) =>
    dispatch(
      putValue(
        so ? `Keep ${WORDS[key].toLowerCase()}` : `Let ${WORDS[key].toLowerCase()} be chosen`,
        '/kept',
        KEPT.filter((one) => (one === key ? so : design.kept.includes(one))),
      ),
    );
  const lead = Object.entries(design.arrays)[0]?.[0] ?? 'a1';
  return (
    <>
      <p style={{ marginTop: 10 }}>
        {said.length > 0 ? `Kept as it is: ${said.join(', ')}. ` : 'Nothing is fixed yet. '}
        <Action onPress={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Done' : 'Say what is fixed'}
        </Action>
      </p>
      {open ? (
        <>
          <div style={{ display: 'flex', flexWrap: 'wrap', gap: '6px 22px', margin: '8px 0 12px' }}>
            {KEPT.map((key) => (
              <Tick key={key} checked={design.kept.includes(key)} onChange={(so) => set(key, so)}>
                {WORDS[key]}
              </Tick>
            ))}
          </div>
          <Row>
            <Pencil path={`/arrays/${lead}/most`} label="Room for panels" optional />
            <Pencil path="/bank/mostUnits" label="Room for batteries" optional />
            <Pencil path="/budget/most" optional />
            <Pencil path="/budget/panelWatt" label="A watt of panels costs" optional />
          </Row>
        </>
      ) : null}
    </>
  );
}
