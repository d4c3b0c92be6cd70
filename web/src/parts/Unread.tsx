import { Component, type ReactNode } from 'react';

/**
 * Around parts of the page that are read when they are opened: where one cannot be, this says so in its place. What was
 * not kept yet waits in the browser, so the page may be read anew.
 */
export class Unread extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError = () => ({ failed: true });

  override render(): ReactNode {
    if (!this.state.failed) return this.props.children;
    return (
      <div className="warning" role="alert">
        <b>This part of the page could not be read from the server.</b> Nothing is lost; try again in a moment.{' '}
        <button className="small" onClick={() => window.location.reload()}>
          try again
        </button>
      </div>
    );
  }
}
