'use client';
import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useId, useState } from 'react';
import {
  ARCHIVE_LIMIT_MB,
  OFFICE_COUNT_WORDS,
  type ArrivedOffice,
  type OfficeCounts,
} from '@/contracts/administration/archive';
import { send, sendFile } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { Field } from '@/ui/kit/field';
import { FileField } from '@/ui/kit/file-field';
import { RefusalNote } from '@/ui/kit/refusal-note';

function Compared({ arrived, now }: { arrived: ArrivedOffice; now?: OfficeCounts }) {
  return (
    <table className="my-2 text-left">
      <thead>
        <tr className="border-b border-rule">
          <th scope="col" className="py-1 pr-6" />
          <th scope="col" className="px-3 font-semibold">{t`in the archive`}</th>
          {now && <th scope="col" className="px-3 font-semibold">{t`here now`}</th>}
        </tr>
      </thead>
      <tbody>
        {(Object.keys(OFFICE_COUNT_WORDS) as (keyof OfficeCounts)[]).map((of) => (
          <tr key={of} className="border-b border-rule">
            <th scope="row" className="py-1 pr-6 font-normal">
              {OFFICE_COUNT_WORDS[of]}
            </th>
            <td className="figure px-3 text-right">{arrived.counts[of]}</td>
            {now && <td className="figure px-3 text-right">{now[of]}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface NameTypedProps {
  readonly site: string;
  readonly faultOf: (path: string) => string;
  readonly name: string;
  readonly setName: (name: string) => void;
}

const NameTyped = ({ site, faultOf, name, setName }: NameTypedProps) => (
  <Field label={t`What is replaced: type “${site}”`} fault={faultOf('name')}>
    {(ids) => (
      <TextField
        {...ids}
        className="w-72"
        autoComplete="off"
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
    )}
  </Field>
);

interface ArrivedProps {
  readonly arrived: ArrivedOffice;
  readonly now: OfficeCounts | undefined;
  readonly site: string | undefined;
  readonly faultOf: (path: string) => string;
  readonly name: string;
  readonly setName: (name: string) => void;
  readonly isBusy: boolean;
  readonly putIn: (office: ArrivedOffice) => Promise<boolean>;
  readonly setArrived: (arrived: ArrivedOffice | null) => void;
}

/** What the archive holds, and what it takes the place of. */
const Arrived = ({ arrived, now, site, faultOf, name, setName, isBusy, putIn, setArrived }: ArrivedProps) => (
  <section aria-label={t`What arrived`} className="border-l-4 border-accent bg-sunk px-4 py-3">
    <h3 className="text-xl">{arrived.site}</h3>
    <p>{t`Taken out ${arrived.madeText}. It is whole: everything that always holds holds in it.`}</p>
    <Compared arrived={arrived} now={now} />
    {site && <NameTyped site={site} faultOf={faultOf} name={name} setName={setName} />}
    <p className="flex flex-wrap gap-3 pt-2">
      <Button isMain isBusy={isBusy} onClick={() => void putIn(arrived)}>
        {site ? t`Replace everything here` : t`Bring it in`}
      </Button>
      <Button isBusy={isBusy} onClick={() => setArrived(null)}>{t`Leave it as it is`}</Button>
    </p>
  </section>
);

interface ArchiveFileProps {
  readonly id: string;
  readonly isBusy: boolean;
  readonly take: (file: File) => Promise<boolean>;
}

const ArchiveFile = ({ id, isBusy, take }: ArchiveFileProps) => (
  <div>
    <label htmlFor={id} className="font-semibold">{t`Archive of an office`}</label>
    <FileField
      id={id}
      accept=".gz,.tgz,application/gzip"
      disabled={isBusy}
      onChange={({ target }) => {
        const [file] = [...(target.files ?? [])];
        // So that the same file can be picked once more.
        target.value = '';
        if (file) void take(file);
      }}
    />
    <p className="text-note text-soft">{t`house-….tar.gz, at most ${ARCHIVE_LIMIT_MB / 1024} GB.`}</p>
  </div>
);

/** An archive that is taken in, and put in the place of the office. */
function useArchive(path: string) {
  const router = useRouter();
  const id = useId();
  const [arrived, setArrived] = useState<ArrivedOffice | null>(null);
  const [name, setName] = useState('');
  const { error, setError, isSending: isBusy, faultOf, run } = useSend({ again: null });
  const take = (file: File) => {
    setError(null);
    setArrived(null);
    return run<ArrivedOffice>(
      () => sendFile(path, file),
      (reply) => reply.ok && setArrived(reply.value),
    );
  };
  const putIn = (office: ArrivedOffice) =>
    run(
      () => send('POST', `${path}/${office.id}`, { name }),
      ({ ok }) => {
        if (!ok) return;
        // Accounts are those of the office that came: nobody is signed in there yet.
        router.push('/sign-in');
        router.refresh();
      },
    );
  return { id, arrived, setArrived, name, setName, error, isBusy, faultOf, take, putIn };
}

interface ArchiveFormProps {
  readonly path: string;
  /** The site that would be replaced, and what it holds; nothing on the first day. */
  readonly site?: string;
  readonly now?: OfficeCounts;
}

/** Sends an archive, shows what is in it, and puts it into its place when that is meant. */
export function ArchiveForm({ path, site, now }: ArchiveFormProps) {
  const { id, arrived, setArrived, name, setName, error, isBusy, faultOf, take, putIn } = useArchive(path);
  return (
    <div className="grid gap-2">
      <ArchiveFile id={id} isBusy={isBusy} take={take} />
      <p role="status">{isBusy && t`On its way, and being looked at …`}</p>
      <RefusalNote error={error?.fields.length ? null : error} />
      {arrived && (
        <Arrived
          arrived={arrived}
          now={now}
          site={site}
          faultOf={faultOf}
          name={name}
          setName={setName}
          isBusy={isBusy}
          putIn={putIn}
          setArrived={setArrived}
        />
      )}
    </div>
  );
}
