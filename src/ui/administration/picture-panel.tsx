'use client';
import { useRefresh } from '@/ui/hooks/use-refresh';
import { TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useId, useState } from 'react';
import { PICTURE_LIMIT_MB, type Picture, type PictureOwner } from '@/contracts/calendar/pictures';
import { sendFile, type Sent } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';
import { Field } from '@/ui/kit/field';
import { PictureShown } from '@/ui/kit/picture-shown';
import { FileField } from '@/ui/kit/file-field';
import { RefusalNote } from '@/ui/kit/refusal-note';

interface PictureChoiceProps {
  readonly fileId: string;
  readonly picture: Picture | null;
  readonly setFile: (file: File | null) => void;
  readonly faultOf: (path: string) => string;
}

const PictureChoice = ({ fileId, picture, setFile, faultOf }: PictureChoiceProps) => (
  <div>
    <label htmlFor={fileId} className="font-semibold">
      {picture ? t`Another picture` : t`A picture`}
    </label>
    <FileField
      id={fileId}
      accept="image/*"
      key={picture?.href ?? 'none'}
      onChange={({ target }) => setFile([...(target.files ?? [])][0] ?? null)}
    />
    <p className="text-note">
      {faultOf('picture') ? (
        <strong className="text-conflict">{faultOf('picture')}</strong>
      ) : (
        <span className="text-soft">{t`JPEG, PNG, WebP or GIF, at most ${PICTURE_LIMIT_MB} MB. Where and when it was taken is left out.`}</span>
      )}
    </p>
  </div>
);

interface AboutFieldProps {
  readonly faultOf: (path: string) => string;
  readonly about: string;
  readonly setAbout: (about: string) => void;
}

const AboutField = ({ faultOf, about, setAbout }: AboutFieldProps) => (
  <Field
    label={t`What is seen on it`}
    hint={t`Read out to those who do not see it.`}
    fault={faultOf('about')}
  >
    {(ids) => (
      <TextField
        {...ids}
        maxLength={MOST_CHARACTERS.pictureAbout}
        value={about}
        onChange={({ target }) => setAbout(target.value)}
      />
    )}
  </Field>
);

interface PresentPictureProps {
  readonly picture: Picture;
  readonly isBusy: boolean;
  readonly run: (work: () => Promise<Sent<{ summary: string }>>) => Promise<boolean>;
  readonly of: PictureOwner;
  readonly id: number;
}

const PresentPicture = ({ picture, isBusy, run, of, id }: PresentPictureProps) => (
  <>
    <PictureShown picture={picture} className="max-w-xl" />
    <p className="flex items-center gap-3">
      {picture.about}
      <Button
        isBusy={isBusy}
        onClick={() => void run(() => sendOnce('/api/pictures/drop', { of, id }))}
      >{t`Take the picture away`}</Button>
    </p>
  </>
);

interface NewPictureProps {
  readonly faultOf: (path: string) => string;
  readonly about: string;
  readonly setAbout: (about: string) => void;
  readonly isBusy: boolean;
  readonly run: (work: () => Promise<Sent<{ summary: string }>>) => Promise<boolean>;
  readonly of: PictureOwner;
  readonly id: number;
  readonly file: File;
}

const NewPicture = ({ faultOf, about, setAbout, isBusy, run, of, id, file }: NewPictureProps) => (
  <>
    <AboutField faultOf={faultOf} about={about} setAbout={setAbout} />
    <p>
      <Button
        isMain
        isBusy={isBusy}
        onClick={() =>
          void run(() =>
            sendFile(`/api/pictures?${new URLSearchParams({ of, id: String(id), about })}`, file),
          )
        }
      >{t`Show this picture`}</Button>
    </p>
  </>
);

interface PicturePanelProps {
  readonly of: PictureOwner;
  readonly id: number;
  readonly picture: Picture | null;
}

/** The picture of a space or of equipment, with what is seen on it; put and taken away at once, beside the form. */
export function PicturePanel({ of, id, picture }: PicturePanelProps) {
  const refresh = useRefresh();
  const fileId = useId();
  const [file, setFile] = useState<File | null>(null);
  const [about, setAbout] = useState('');
  const [said, setSaid] = useState('');
  const { error, isSending: isBusy, faultOf, run: sendIt } = useSend({ again: null });
  const run = (work: () => Promise<Sent<{ summary: string }>>) =>
    sendIt(work, (reply) => {
      setSaid(reply.ok ? reply.value.summary : '');
      if (reply.ok) {
        setFile(null);
        setAbout('');
      }
      refresh();
    });
  return (
    <section className="grid max-w-4xl gap-3 pt-8" aria-label={t`Picture`}>
      <h2 className="border-b border-rule text-xl">{t`Picture`}</h2>
      {picture && <PresentPicture picture={picture} isBusy={isBusy} run={run} of={of} id={id} />}
      <PictureChoice fileId={fileId} picture={picture} setFile={setFile} faultOf={faultOf} />
      {file && (
        <NewPicture
          faultOf={faultOf}
          about={about}
          setAbout={setAbout}
          isBusy={isBusy}
          run={run}
          of={of}
          id={id}
          file={file}
        />
      )}
      <p role="status">{said && t`Done: ${said}.`}</p>
      <RefusalNote error={error?.fields.length ? null : error} />
    </section>
  );
}
