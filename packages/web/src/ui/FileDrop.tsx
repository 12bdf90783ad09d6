import { useRef, useState, type DragEvent, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { Action } from './controls';
import { Note, Row } from './layout';
import { color } from './tokens';

const Frame = styled.div`
  border: 1.5px dashed ${color.pencil};
  padding: 12px 14px;
  max-width: 640px;
  &[data-over='true'] {
    background: ${color.tint};
  }
`;

/** A place to drop a file on, or to choose one. @param children other ways in, beside the press that chooses */
export function FileDrop({
  label,
  press,
  accept,
  about,
  onFile,
  children,
  top = 0,
}: {
  label: string;
  press: string;
  accept: string;
  about: string;
  onFile: (file: File) => void;
  children?: ReactNode;
  /** Room above, px. */
  top?: number;
}) {
  const file = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const take = (chosen: File | undefined) => chosen && onFile(chosen);
  return (
    <>
      <Frame
        className="screen"
        data-over={over}
        style={{ marginTop: top }}
        onDragOver={(event: DragEvent) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event: DragEvent) => {
          event.preventDefault();
          setOver(false);
          take(event.dataTransfer.files[0]);
        }}
      >
        <Row style={{ alignItems: 'center' }}>
          <Action onPress={() => file.current?.click()}>{press}</Action>
          {children}
        </Row>
        <Note style={{ marginTop: 4 }}>{about}</Note>
      </Frame>
      <input
        ref={file}
        type="file"
        hidden
        aria-label={label}
        accept={accept}
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          take(chosen);
        }}
      />
    </>
  );
}
