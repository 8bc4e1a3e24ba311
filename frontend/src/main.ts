import './app.css';
import { mount } from 'svelte';
import App from './App.svelte';
import { applyTheme } from './ui/theme.svelte';

applyTheme();
mount(App, { target: document.getElementById('app')! });
