import {
  MODULE_CLASSES,
  displayFigure,
  formatNumber,
  inOrder,
  joined,
  moduleClass,
  sheetOfClass,
  type PanelSort,
  type PilePicture,
  type Quantity,
  type SortPicture,
} from '@ivolt/core';
import { useState } from 'react';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { useArray, useDesignPart, usePartId } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Cards, Note, Row, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Commands, Select } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';
import { PencilText } from '../../job/fields/PencilWords';
import { SheetsInOut } from './SheetsInOut';
import { addPiece, addSort, removeSort } from './pileEdits';

const SHEET = ['pmax', 'voc', 'isc', 'vmp', 'imp', 'sections'] as const;
const COEFFICIENTS = ['betaVoc', 'alphaIsc', 'gammaPmax', 'maxFuse'] as const;
const percent = (share: number | null) => (share === null ? '–' : `${formatNumber(share * 100, 1)}\u00a0%`);

/** The sorts of panels there are, their sheets, and what a meter said of them. */
export function PilePart({ picture }: { picture: PilePicture | null }) {
  const dispatch = useAppDispatch();
  const { id, plan, path } = useArray();
  const partId = usePartId('strings-pile');
  const [open, setOpen] = useState<string | null>(null);
  const { pile } = plan;
  if (!pile) return null;
  const several = Object.keys(pile.sorts).length > 1;
  return (
    <Section part={partId} title="The pile">
      <Cards>
        <Table aria-label="The pile">
          <Heads
            of={['Panels', 'Sheet', ['How many'], ['Voc'], ['Isc'], ['Pmax'], 'Measured', ['Strung'], '']}
          />
          <tbody>
            {inOrder(pile.sorts).map(([sortId, sort]) => {
              const facts = picture?.sorts.find((other) => other.id === sortId);
              return (
                <SortRow
                  key={sortId}
                  sort={sort}
                  facts={facts}
                  path={`${path}/pile/sorts/${sortId}`}
                  open={open === sortId}
                  onOpen={() => setOpen(open === sortId ? null : sortId)}
                  onDelete={several ? () => dispatch(removeSort(id, sortId, sort.name)) : null}
                  onMeasure={() => dispatch(addPiece(id, sortId))}
                />
              );
            })}
          </tbody>
        </Table>
      </Cards>
      <Row style={{ marginTop: 12, alignItems: 'center' }} className="screen">
        <Select
          label="Add panels of another sort"
          hideLabel
          value={null}
          shown="Add another sort"
          choices={MODULE_CLASSES.map(({ id: classId, label, about }) => ({ id: classId, label, about }))}
          onChange={(classId) => dispatch(addSort(id, classId))}
        />
        <SheetsInOut pile={pile} />
      </Row>
    </Section>
  );
}

function SortRow({
  sort,
  facts,
  path,
  open,
  onOpen,
  onDelete,
  onMeasure,
}: {
  sort: PanelSort;
  facts: SortPicture | undefined;
  path: string;
  open: boolean;
  onOpen: () => void;
  onDelete: (() => void) | null;
  onMeasure: () => void;
}) {
  const dispatch = useAppDispatch();
  const units = useDesignPart('units');
  const shown = (value: number | undefined, quantity: Quantity) =>
    value === undefined ? '–' : joined(displayFigure(value, quantity, units));
  const name = sort.name || 'the unnamed sort';
  const known = MODULE_CLASSES.find(({ label }) => label === sort.module.label);
  return (
    <>
      <tr data-sort={sort.name}>
        <th scope="row" className="wide">
          <PencilText
            label="Name of the sort"
            hideLabel
            value={sort.name}
            chars={16}
            onChange={(next, session) =>
              dispatch(putValue('Rename a sort of panels', `${path}/name`, next, session))
            }
          />
        </th>
        <td data-label="Sheet" className="wide">
          <Select
            label={`Sheet of ${name}`}
            hideLabel
            compact
            value={known?.id ?? null}
            shown={sort.module.label}
            choices={MODULE_CLASSES.map(({ id, label, about }) => ({ id, label, about }))}
            onChange={(id) =>
              dispatch(
                putValue(
                  `Take ${moduleClass(id).label} for ${name}`,
                  `${path}/module`,
                  sheetOfClass(moduleClass(id)),
                ),
              )
            }
          />
        </td>
        <td className="n" data-label="How many">
          <Pencil path={`${path}/count`} label={`How many, ${name}`} hideLabel chars={3} align="end" />
        </td>
        <td className="n" data-label="Voc">
          {shown(facts?.vocV, 'voltage')}
        </td>
        <td className="n" data-label="Isc">
          {shown(facts?.iscA, 'current')}
        </td>
        <td className="n" data-label="Pmax">
          {shown(facts?.pmaxW, 'power')}
        </td>
        <td data-label="Measured">
          {facts && (facts.vocShare !== null || facts.iscShare !== null)
            ? `${percent(facts.vocShare)}\u00a0V, ${percent(facts.iscShare)}\u00a0A`
            : 'not yet'}
        </td>
        <td className={facts && facts.wired > facts.count ? 'n bad' : 'n'} data-label="Strung">
          {facts ? `${facts.wired} of ${facts.count}` : '–'}
        </td>
        <td className="screen">
          <Commands
            label={`More for ${name}`}
            sign="⋯"
            commands={[
              { id: 'open', label: open ? 'Fold it up' : 'Its sheet and its readings' },
              ...(onDelete ? [{ id: 'delete' as const, label: 'Delete' }] : []),
            ]}
            onChoose={(command) => (command === 'delete' ? onDelete?.() : onOpen())}
          />
        </td>
      </tr>
      {open ? (
        <tr>
          <td colSpan={9} className="wide">
            <Row>
              {SHEET.map((key) => (
                <Pencil key={key} path={`${path}/module/${key}`} />
              ))}
              {COEFFICIENTS.map((key) => (
                <Pencil key={key} path={`${path}/module/${key}`} optional chars={10} />
              ))}
            </Row>
            <Pieces sort={sort} facts={facts} path={path} onMeasure={onMeasure} />
          </td>
        </tr>
      ) : null}
    </>
  );
}

/** One panel at a time: what the meter showed, and what that is at standard conditions. */
function Pieces({
  sort,
  facts,
  path,
  onMeasure,
}: {
  sort: PanelSort;
  facts: SortPicture | undefined;
  path: string;
  onMeasure: () => void;
}) {
  const dispatch = useAppDispatch();
  return (
    <>
      {Object.keys(sort.pieces).length > 0 ? (
        <Cards style={{ marginTop: 12 }}>
          <Table aria-label={`Readings of ${sort.name || 'the unnamed sort'}`} style={{ maxWidth: 760 }}>
            <Heads
              of={[
                'Tag',
                ['Voc'],
                ['Isc'],
                ['Light'],
                ['Cells'],
                ['Voc of its sheet'],
                ['Isc of its sheet'],
                '',
              ]}
            />
            <tbody>
              {inOrder(sort.pieces).map(([pieceId, piece]) => {
                const at = `${path}/pieces/${pieceId}`;
                const corrected = facts?.pieces[pieceId];
                return (
                  <tr key={pieceId}>
                    <th scope="row" data-label="Tag">
                      <PencilText
                        label="Tag"
                        hideLabel
                        value={piece.tag}
                        chars={6}
                        onChange={(next, session) =>
                          dispatch(putValue('Change a tag', `${at}/tag`, next, session))
                        }
                      />
                    </th>
                    {(['voc', 'isc', 'light', 'cell'] as const).map((key) => (
                      <td key={key} className="n">
                        <Pencil
                          path={`${at}/${key}`}
                          label={`${LABELS[key]}, ${piece.tag || 'untagged'}`}
                          hideLabel
                          optional
                          chars={8}
                          align="end"
                        />
                      </td>
                    ))}
                    <td className="n" data-label="Voc of its sheet">
                      {percent(corrected?.vocShare ?? null)}
                    </td>
                    <td className="n" data-label="Isc of its sheet">
                      {percent(corrected?.iscShare ?? null)}
                    </td>
                    <td className="screen">
                      <Action
                        aria-label={`Delete the reading of ${piece.tag || 'untagged'}`}
                        onPress={() => dispatch(putValue('Delete a reading', at, undefined))}
                      >
                        Delete
                      </Action>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </Table>
        </Cards>
      ) : null}
      <Row style={{ marginTop: 10, alignItems: 'center' }} className="screen">
        <Action onPress={onMeasure}>Add a reading</Action>
      </Row>
      <Note style={{ marginTop: 8 }}>
        A panel is live in any light. Cover it while you connect the meter, use leads rated for its volts, and
        never open a connector under load. Readings are brought to 1000 W/m² and 25 °C (IEC 60891, from
        memory); empty light and cells mean just that. The mean of what was measured counts for the sort; the
        cold limit keeps to the sheet where that is more.
      </Note>
    </>
  );
}

const LABELS = {
  voc: 'Voc measured',
  isc: 'Isc measured',
  light: 'Irradiance',
  cell: 'Cell temperature',
} as const;
