'use client';
import { IconButton } from './icon-button';
import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import { LOCALES } from '@/contracts/language/languages';
import { ownLanguage, t } from '@/contracts/language/translate';
import { EditorContent, useEditor, useEditorState, type Editor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { Bold, Heading, Italic, Link as LinkIcon, List, ListOrdered, Redo2, Undo2 } from 'lucide-react';
import { useEffect, useState, type ReactNode } from 'react';

// What the server keeps, and nothing beyond it: pasted text is cut down to this as it comes in.
const EXTENSIONS = [
  StarterKit.configure({
    heading: { levels: [3, 4] },
    code: false,
    codeBlock: false,
    horizontalRule: false,
    link: {
      openOnClick: false,
      autolink: true,
      protocols: ['http', 'https', 'mailto', 'tel'],
      isAllowedUri: (url, { defaultValidate }) =>
        defaultValidate(url) && !/^\s*(javascript|data|vbscript):/i.test(url),
    },
  }),
];

interface ToolProps {
  readonly name: string;
  readonly isOn?: boolean;
  readonly isOff?: boolean;
  readonly children: ReactNode;
  onPress(): void;
}

const Tool = ({ isOn, isOff, onPress, ...rest }: ToolProps) => (
  <IconButton {...rest} aria-pressed={isOn} disabled={isOff} onClick={onPress} />
);

/** `fern.example` means a page there. */
const withScheme = (address: string): string =>
  /^[a-z][a-z0-9+.-]*:/i.test(address.trim()) ? address.trim() : `https://${address.trim()}`;

interface LinkFieldProps {
  readonly address: string;
  readonly setAddress: (address: string | null) => void;
  readonly link: () => void;
}

const LinkField = ({ address, setAddress, link }: LinkFieldProps) => (
  <div className="flex flex-wrap items-center gap-2 border-b border-rule p-1">
    <TextField
      className="max-w-80 py-1"
      aria-label={t`Address of the link`}
      placeholder={t`https://… or mailto:…`}
      autoFocus
      value={address}
      onChange={(event) => setAddress(event.target.value)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== 'Escape') return;
        event.preventDefault();
        if (event.key === 'Enter') link();
        else setAddress(null);
      }}
    />
    <Button className="py-1" onClick={link}>{t`Link it`}</Button>
    <Button className="py-1" onClick={() => setAddress(null)}>{t`Leave it as it is`}</Button>
  </div>
);

/** Which marks are on where the caret stands. */
function useMarksOn(editor: Editor) {
  return useEditorState({
    editor,
    selector: ({ editor: each }) => ({
      bold: each.isActive('bold'),
      italic: each.isActive('italic'),
      heading: each.isActive('heading'),
      bullets: each.isActive('bulletList'),
      numbers: each.isActive('orderedList'),
      link: each.isActive('link'),
      undo: each.can().undo(),
      redo: each.can().redo(),
    }),
  });
}

interface MarkToolsProps {
  readonly on: ReturnType<typeof useMarksOn>;
  readonly run: () => ReturnType<Editor['chain']>;
}

const MarkTools = ({ on, run }: MarkToolsProps) => (
  <>
    <Tool name={t`Bold`} isOn={on.bold} onPress={() => run().toggleBold().run()}>
      <Bold size={17} />
    </Tool>
    <Tool name={t`Italic`} isOn={on.italic} onPress={() => run().toggleItalic().run()}>
      <Italic size={17} />
    </Tool>
    <Tool name={t`Heading`} isOn={on.heading} onPress={() => run().toggleHeading({ level: 3 }).run()}>
      <Heading size={17} />
    </Tool>
    <Tool name={t`List`} isOn={on.bullets} onPress={() => run().toggleBulletList().run()}>
      <List size={17} />
    </Tool>
    <Tool name={t`Numbered list`} isOn={on.numbers} onPress={() => run().toggleOrderedList().run()}>
      <ListOrdered size={17} />
    </Tool>
  </>
);

function Tools({ editor }: { editor: Editor }) {
  const on = useMarksOn(editor);
  const run = () => editor.chain().focus();
  const [address, setAddress] = useState<string | null>(null);
  const link = () => {
    if (address?.trim())
      run()
        .extendMarkRange('link')
        .setLink({ href: withScheme(address) })
        .run();
    else run().run();
    setAddress(null);
  };
  if (address !== null) return <LinkField address={address} setAddress={setAddress} link={link} />;
  return (
    <div
      role="toolbar"
      aria-label={t`Text marks`}
      className="flex flex-wrap gap-0.5 border-b border-rule p-1"
    >
      <MarkTools on={on} run={run} />
      <Tool
        name={on.link ? t`Take the link away` : t`Link`}
        isOn={on.link}
        onPress={() => (on.link ? run().extendMarkRange('link').unsetLink().run() : setAddress(''))}
      >
        <LinkIcon size={17} />
      </Tool>
      <span className="flex-1" />
      <Tool name={t`Undo`} isOff={!on.undo} onPress={() => run().undo().run()}>
        <Undo2 size={17} />
      </Tool>
      <Tool name={t`Redo`} isOff={!on.redo} onPress={() => run().redo().run()}>
        <Redo2 size={17} />
      </Tool>
    </div>
  );
}

interface RichTextProps {
  readonly label: string;
  readonly labelledBy: string;
  readonly describedBy?: string;
  readonly value: string;
  onChange(html: string): void;
}

/** An editor of text with a few marks. What it holds is HTML; the server cleans it once more. */
export function RichText({ label, labelledBy, describedBy, value, onChange }: RichTextProps) {
  const editor = useEditor({
    extensions: EXTENSIONS,
    content: value,
    immediatelyRender: false,
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': label,
        'aria-labelledby': labelledBy,
        ...(describedBy && { 'aria-describedby': describedBy }),
        spellcheck: 'true',
        lang: LOCALES[ownLanguage()],
        class: 'rich-text min-h-28 px-3 py-2 outline-none',
      },
    },
    onUpdate: ({ editor: each }) => onChange(each.isEmpty ? '' : each.getHTML()),
  });
  useEffect(() => {
    // A draft that comes back, or an earlier request: what was typed here itself is the same already.
    if (editor && value !== (editor.isEmpty ? '' : editor.getHTML()))
      editor.commands.setContent(value, { emitUpdate: false });
  }, [editor, value]);
  return (
    <div className="rich-text-frame mt-1">
      {editor && <Tools editor={editor} />}
      <EditorContent editor={editor} />
    </div>
  );
}
