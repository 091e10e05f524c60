import { useState } from 'react';
import { templateSchema, type TemplateReply, type StoredTemplate } from '@/contracts/work-orders/templates';
import { type Sent } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';
import { useContractForm, useFields } from '@/ui/hooks/use-contract-form';
import { useSend } from '@/ui/hooks/use-send';
import { bodyOf, fieldsOf, NEW_TEMPLATE } from './template-form-model';

type Command = (preview: boolean) => Promise<Sent<TemplateReply>>;

interface Preview {
  readonly verb: 'Save' | 'Take out of use';
  readonly reply: TemplateReply;
  readonly command: Command;
  /** The template as it stood when it was asked, by which an answer to what has changed since is told. */
  readonly of: string;
}

/** Asks what saving or retiring does, then does it. */
function useLooking(stored: StoredTemplate | null, onDone: (reply: TemplateReply) => void) {
  const [preview, setPreview] = useState<Preview | null>(null);
  const { error, setError, faultOf, isSending, run } = useSend({ again: null });
  const look = (verb: Preview['verb'], of: string, command: Command) =>
    run(
      () => command(true),
      (reply) => setPreview(reply.ok ? { verb, reply: reply.value, command, of } : null),
    );
  return {
    preview,
    error,
    isSending,
    refused: (field: string) => faultOf(`template.${field}`),
    lookAt: (template: object) =>
      look('Save', JSON.stringify(template), (isPreview) =>
        sendOnce('/api/work-order-templates', {
          id: stored?.id ?? null,
          version: stored?.version ?? null,
          template,
          preview: isPreview,
        }),
      ),
    retire: ({ id, version }: StoredTemplate, of: string) =>
      look('Take out of use', of, (isPreview) =>
        sendOnce(`/api/work-order-templates/${id}/retire`, { version, preview: isPreview }),
      ),
    confirm: ({ command }: Preview) =>
      run(
        () => command(false),
        (reply) => (reply.ok ? onDone(reply.value) : setPreview(null)),
      ),
    back: () => {
      setPreview(null);
      setError(null);
    },
  };
}

/** A template as it is written: checked by its contract, then by the server, which tells what saving it would do. */
export function useTemplateForm(stored: StoredTemplate | null, onDone: (reply: TemplateReply) => void) {
  const looking = useLooking(stored, onDone);
  const form = useContractForm({
    schema: templateSchema,
    defaultValues: stored ? fieldsOf(stored.template) : NEW_TEMPLATE,
    bodyOf,
    refused: looking.refused,
    keeps: true,
    submit: looking.lookAt,
  });
  const { fields, set } = useFields(form);
  const text = JSON.stringify(bodyOf(fields));
  const preview = looking.preview?.of === text ? looking.preview : null;
  const { register, faultOf, onSubmit } = form;
  return {
    ...{ fields, set, register, faultOf, onSubmit, preview },
    error: looking.error,
    isSending: looking.isSending,
    retire: () => stored && void looking.retire(stored, text),
    confirm: () => preview && void looking.confirm(preview),
    back: looking.back,
  };
}
export type TemplateEditing = ReturnType<typeof useTemplateForm>;
