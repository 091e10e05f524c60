'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';

export const PrintButton = () => <Button isMain onClick={() => window.print()}>{t`Print`}</Button>;
