import './app.css';
import { mount } from 'svelte';
import { askAhead } from './api/ahead';
import App from './App.svelte';
import { fetchLetters } from './ui/fetch-soon';
import { applyTheme } from './ui/theme.svelte';

askAhead(location.pathname);
applyTheme();
fetchLetters();
addEventListener('load', () => void import('./offline/register'));
mount(App, { target: document.getElementById('app')! });
