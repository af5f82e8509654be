import { Drawer } from 'antd';
import type { ReactNode } from 'react';
import { InSidePanel } from '../shell/keys';
import { say } from '../shell/words';
import css from './SidePanel.module.css';
import controls from './controls.module.css';

export default function SidePanelDrawer(props: { title: string; onClose: () => void; isWide?: boolean; children: ReactNode }) {
  return (
    <Drawer
      open
      title={<h2>{props.title}</h2>}
      aria-label={props.title}
      size={props.isWide ? 'min(1180px, 96vw)' : 'min(620px, 96vw)'}
      onClose={props.onClose}
      closable={false}
      extra={
        <button type="button" className={controls.button} onClick={props.onClose}>
          {say('panel.close')}
        </button>
      }
    >
      <div className={css.sidePanel}>
        <InSidePanel.Provider value={true}>{props.children}</InSidePanel.Provider>
      </div>
    </Drawer>
  );
}
