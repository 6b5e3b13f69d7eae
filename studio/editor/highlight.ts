import { HighlightStyle } from '@codemirror/language';
import { tags } from '@lezer/highlight';

/** Code in the studio's colours. */
export const highlight = HighlightStyle.define([
  { tag: tags.keyword, color: 'rgb(var(--fs-fern))', fontWeight: '600' },
  { tag: [tags.string, tags.special(tags.string)], color: 'rgb(var(--fs-amber))' },
  { tag: [tags.number, tags.bool, tags.null], color: 'rgb(var(--fs-plum))' },
  { tag: tags.comment, color: 'rgb(var(--fs-soft))', fontStyle: 'italic' },
]);
