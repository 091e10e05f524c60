import { sizeText, type FileLine } from '@/contracts/requests/files';

/** Files as links that save them; they are never opened here. */
export function FileList({ files }: { files: readonly FileLine[] }) {
  return (
    <ul className="grid gap-0.5">
      {files.map(({ key, name, bytes }) => (
        <li key={key}>
          <a href={`/api/files/${key}`} download={name} className="break-all">
            {name}
          </a>{' '}
          <span className="text-soft">{sizeText(bytes)}</span>
        </li>
      ))}
    </ul>
  );
}
