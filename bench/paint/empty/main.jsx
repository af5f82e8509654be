import { Button, ConfigProvider } from 'antd';
import { createElement } from 'react';
import { createRoot } from 'react-dom/client';

createRoot(document.getElementById('root')).render(createElement(ConfigProvider, null, createElement(Button, null, 'Empty')));
