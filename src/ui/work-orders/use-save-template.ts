import { useState } from 'react';
import type { TemplateReply, StoredTemplate } from '@/contracts/work-orders/templates';
import type { ErrorReply } from '@/contracts/base/refusal';
import { isUnanswered, type Sent } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';
import { bodyOf, type TemplateFields } from './template-form-model';

type Command = (preview: boolean) => Promise<Sent<TemplateReply>>;

interface Preview {
  readonly verb: 'Save' | 'Take out of use';
  readonly reply: TemplateReply;
  readonly command: Command;
}

/** Looks what saving or retiring does, then does it. */
export function useSaveTemplate(stored: StoredTemplate | null, onDone: (reply: TemplateReply) => void) {
  const [preview, setPreview] = useState<Preview | null>(null);
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [isSending, setSending] = useState(false);
  const run = async (verb: Preview['verb'], command: Command) => {
    setSending(true);
    const reply = await command(true);
    setSending(false);
    setError(reply.ok ? null : reply.error);
    setPreview(reply.ok ? { verb, reply: reply.value, command } : null);
  };
  return {
    preview,
    error,
    isSending,
    /** By field, as the form calls them. */
    faults: Object.fromEntries(
      (error?.fields ?? []).map(({ path, message }) => [path.replace(/^recipe\./, ''), message]),
    ) as Record<string, string>,
    look: (fields: TemplateFields) => {
      const template = bodyOf(fields);
      return run('Save', (isPreview) =>
        sendOnce('/api/recipes', {
          id: stored?.id ?? null,
          version: stored?.version ?? null,
          template,
          preview: isPreview,
        }),
      );
    },
    retire: () =>
      void run('Take out of use', (isPreview) =>
        sendOnce(`/api/recipes/${stored!.id}/retire`, {
          version: stored!.version,
          preview: isPreview,
        }),
      ),
    confirm: async () => {
      if (!preview || isSending) return;
      setSending(true);
      const reply = await preview.command(false);
      setSending(false);
      if (reply.ok) return onDone(reply.value);
      setError(reply.error);
      if (!isUnanswered(reply)) setPreview(null);
    },
    back: () => {
      setPreview(null);
      setError(null);
    },
  };
}
