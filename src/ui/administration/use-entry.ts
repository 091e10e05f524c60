import { useRefresh } from '@/ui/hooks/use-refresh';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { EntryCommand, EntryDone } from '@/contracts/administration/docs';
import type { EntryKind } from '@/contracts/administration/kinds';
import type { Sent } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';

/** What is looked at and then done: the same but for `preview`. */
type Way = (isPreview: boolean) => Promise<Sent<EntryDone>>;

interface Pending {
  readonly verb: string;
  readonly done: EntryDone;
  readonly way: Way;
}

/**
 * Looks first what a change would hit. What hits nothing is done at once; anything else is shown in sentences and done
 * when it is meant.
 */
export function useEntry(kind: EntryKind, id: number | null, rowVersion: number) {
  const router = useRouter();
  const refresh = useRefresh();
  const [pending, setPending] = useState<Pending | null>(null);
  const { error, isSending, run: sendIt } = useSend({ again: null });

  const finish = (reply: Sent<EntryDone>) => {
    // What was looked at stays where no answer came, to be meant once more.
    setPending(null);
    if (!reply.ok) return;
    router.push(`/administration/${kind}?said=${encodeURIComponent(reply.value.summary)}`);
    refresh();
  };
  const run = (verb: string, way: Way, alwaysAsk: boolean) => {
    const lookAndDo = async (): Promise<Sent<EntryDone & { isLooked?: true }>> => {
      const looked = await way(true);
      if (!looked.ok || !(alwaysAsk || looked.value.impact.length)) return looked.ok ? way(false) : looked;
      return { ok: true, value: { ...looked.value, isLooked: true } };
    };
    return sendIt(lookAndDo, (reply) => {
      if (reply.ok && reply.value.isLooked) setPending({ verb, done: reply.value, way });
      else finish(reply);
    });
  };
  return {
    pending,
    error,
    isSending,
    save: (doc: unknown) =>
      run(
        'Save it all the same',
        (preview) => sendOnce(`/api/administration/${kind}`, { id, rowVersion, preview, doc }),
        false,
      ),
    command: (command: EntryCommand, verb: string) =>
      run(verb, (preview) => sendOnce(`/api/administration/${kind}/${id}`, { command, preview }), true),
    confirm: async () => {
      if (pending) await sendIt(() => pending.way(false), finish);
    },
    back: () => setPending(null),
  };
}
