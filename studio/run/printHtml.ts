/** Prints a page of its own through the browser, in a frame that is not seen. */
export function printHtml(title: string, html: string): void {
  document.querySelectorAll('iframe[data-print]').forEach((frame) => frame.remove());
  const frame = document.createElement('iframe');
  frame.title = title;
  frame.dataset.print = '';
  frame.setAttribute('aria-hidden', 'true');
  frame.style.cssText = 'position:fixed;width:0;height:0;border:0;visibility:hidden';
  frame.srcdoc = html;
  frame.onload = () => {
    frame.contentWindow?.focus();
    frame.contentWindow?.print();
  };
  document.body.append(frame);
}
