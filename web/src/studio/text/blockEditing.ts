/** The editor of one block: a single paragraph with bold, italic and, in a stanza, line breaks. */
import { Editor, type EditorOptions } from '@tiptap/core'
import { Bold } from '@tiptap/extension-bold'
import { Document } from '@tiptap/extension-document'
import { HardBreak } from '@tiptap/extension-hard-break'
import { Italic } from '@tiptap/extension-italic'
import { Paragraph } from '@tiptap/extension-paragraph'
import { Text } from '@tiptap/extension-text'
import { UndoRedo } from '@tiptap/extensions'
import { Fragment, Slice, type Node } from '@tiptap/pm/model'
import { documentOf, editedOf, type Block } from './blockText'

const OneParagraph = Document.extend({ content: 'paragraph' })

interface Wishes {
  /** Attributes of the field, asked anew whenever it changes. */
  attributes: () => Record<string, string>
  /** Whether what is pasted keeps its lines. */
  hasLines: () => boolean
  /** A key was pressed; true when it was taken. */
  onKey: (event: KeyboardEvent) => boolean
}

/** An editor of the block in `element`; to be destroyed by who asked for it. */
export function editorOf(
  element: HTMLElement,
  block: Block,
  wishes: Wishes & Pick<EditorOptions, 'onUpdate' | 'onFocus' | 'onBlur'>,
): Editor {
  const { attributes, hasLines, onKey, ...events } = wishes
  const editor: Editor = new Editor({
    ...events,
    element,
    content: documentOf(block.text, block.emphasis),
    extensions: [OneParagraph, Paragraph, Text, HardBreak, Bold, Italic, UndoRedo],
    injectCSS: false,
    // What a teacher types is text: stars around a word stay stars.
    enableInputRules: false,
    enablePasteRules: false,
    editorProps: {
      attributes: () => attributes(),
      handleKeyDown: (_, event) => onKey(event),
      transformPasted: (slice) => inOneParagraph(editor, slice, hasLines()),
    },
  })
  return editor
}

/** All the text of a slice in one paragraph, its paragraphs parted by line breaks or by spaces. */
function inOneParagraph(editor: Editor, slice: Slice, hasLines: boolean): Slice {
  const { schema } = editor
  const between = () => (hasLines ? schema.node('hardBreak') : schema.text(' '))
  const inline: Node[] = []
  slice.content.descendants((node) => {
    if (node.isTextblock && inline.length) inline.push(between())
    if (node.isText) inline.push(node)
    else if (node.type.name === 'hardBreak') inline.push(between())
    return true
  })
  return new Slice(Fragment.from(inline), 0, 0)
}

/** How many characters of the block's text stand before the cursor. */
export function cursorIn(editor: Editor): number {
  const { doc, selection } = editor.state
  return editedOf(doc.cut(0, selection.from).toJSON()).text.length
}
