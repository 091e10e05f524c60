import { useState } from 'react';
import type { TemplateReply, StoredTemplate } from '@/contracts/work-orders/templates';
import { type Sent } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';
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
  const { error, setError, isSending, run: sendIt } = useSend({ again: null });
  const run = (verb: Preview['verb'], command: Command) =>
    sendIt(
      () => command(true),
      (reply) => setPreview(reply.ok ? { verb, reply: reply.value, command } : null),
    );
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
        sendOnce('/api/work-order-templates', {
          id: stored?.id ?? null,
          version: stored?.version ?? null,
          template,
          preview: isPreview,
        }),
      );
    },
    retire: () =>
      void run('Take out of use', (isPreview) =>
        sendOnce(`/api/work-order-templates/${stored!.id}/retire`, {
          version: stored!.version,
          preview: isPreview,
        }),
      ),
    confirm: () =>
      preview &&
      void sendIt(
        () => preview.command(false),
        (reply) => (reply.ok ? onDone(reply.value) : setPreview(null)),
      ),
    back: () => {
      setPreview(null);
      setError(null);
    },
  };
}
