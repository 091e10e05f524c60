import { useState } from 'react';
import type { RecipeReply, StoredRecipe } from '@/contracts/recipes';
import type { ErrorReply } from '@/contracts/refusal';
import { send, type Sent } from '@/ui/hooks/send';
import { bodyOf, type RecipeFields } from './recipe-form-model';

type Deed = (preview: boolean, key: string) => Promise<Sent<RecipeReply>>;

interface Preview {
  readonly verb: 'Save' | 'Take out of use';
  readonly reply: RecipeReply;
  readonly deed: Deed;
  /** One for each thing that is looked at, so that pressing twice does it once. */
  readonly key: string;
}

/** Looks what saving or retiring does, then does it. */
export function useSaveRecipe(stored: StoredRecipe | null, onDone: (reply: RecipeReply) => void) {
  const [preview, setPreview] = useState<Preview | null>(null);
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [isSending, setSending] = useState(false);
  const run = async (verb: Preview['verb'], deed: Deed) => {
    setSending(true);
    const reply = await deed(true, crypto.randomUUID());
    setSending(false);
    setError(reply.ok ? null : reply.error);
    setPreview(reply.ok ? { verb, reply: reply.value, deed, key: crypto.randomUUID() } : null);
  };
  return {
    preview,
    error,
    isSending,
    /** By field, as the form calls them. */
    faults: Object.fromEntries(
      (error?.fields ?? []).map(({ path, message }) => [path.replace(/^recipe\./, ''), message]),
    ) as Record<string, string>,
    look: (fields: RecipeFields) => {
      const recipe = bodyOf(fields);
      return run('Save', (isPreview, key) =>
        send('POST', '/api/recipes', {
          key,
          id: stored?.id ?? null,
          version: stored?.version ?? null,
          recipe,
          preview: isPreview,
        }),
      );
    },
    retire: () =>
      void run('Take out of use', (isPreview, key) =>
        send('POST', `/api/recipes/${stored!.id}/retire`, {
          key,
          version: stored!.version,
          preview: isPreview,
        }),
      ),
    confirm: async () => {
      if (!preview || isSending) return;
      setSending(true);
      const reply = await preview.deed(false, preview.key);
      setSending(false);
      if (reply.ok) return onDone(reply.value);
      setError(reply.error);
      setPreview(null);
    },
    back: () => {
      setPreview(null);
      setError(null);
    },
  };
}
