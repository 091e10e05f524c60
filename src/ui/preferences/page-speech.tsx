'use client';
import { useState, type ReactNode } from 'react';
import type { Language } from '@/contracts/language/languages';
import type { OwnSettings } from '@/contracts/language/own-settings';
import { takePage } from '../hooks/page-settings';

interface PageSpeechProps {
  readonly settings: OwnSettings;
  readonly language: Language;
  /** Where its texts are; null for English. */
  readonly texts: string | null;
  readonly children: ReactNode;
}

/** Stands around everything: what is in it is drawn with these settings and in this language from its first line on. */
export function PageSpeech({ settings, language, texts, children }: PageSpeechProps) {
  useState(() => takePage(settings, language, texts));
  return children;
}
