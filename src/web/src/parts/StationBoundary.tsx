import { Component, type ReactNode } from 'react';
import { Failed } from './Told';

/** Keeps a fault of one page from taking the house with it: the rail stays, what was done is kept, and the page can be opened again. */
export class StationBoundary extends Component<{ place: string; children: ReactNode }, { fault?: Error; at?: string }> {
  override state: { fault?: Error; at?: string } = {};

  static getDerivedStateFromError = (fault: Error) => ({ fault });

  /** Another page begins without the fault of the one before. */
  static getDerivedStateFromProps = ({ place }: { place: string }, { fault, at }: { fault?: Error; at?: string }) =>
    at === place ? { fault, at } : { fault: undefined, at: place };

  override render() {
    const { fault } = this.state;
    return fault ? <Failed why={fault} onAgain={() => this.setState({ fault: undefined })} /> : this.props.children;
  }
}
