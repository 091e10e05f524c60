'use client';
import { t } from '@/contracts/language/translate';
import { ButtonsShown } from './buttons-shown';
import { FieldsShown } from './fields-shown';
import { MessagesShown } from './messages-shown';

/** Each part of the kit in its states. What stands in them is borrowed from pages that use them. */
export const Gallery = () => (
  <>
    <h1 className="pb-3 text-3xl">{t`The kit of parts`}</h1>
    <ButtonsShown />
    <FieldsShown />
    <MessagesShown />
  </>
);
