/** The views by address. Each is loaded when it is first needed. */
import { createRouter } from 'sv-router';

export const { navigate, p, preload, route } = createRouter({
	'/': () => import('./features/people/Home.svelte'),
	'/sign-in': () => import('./features/people/SignIn.svelte'),
	'/begin': () => import('./features/people/Begin.svelte'),
	'/code': () => import('./features/people/UseCode.svelte'),
	'/master/:master': () => import('./features/master/MasterView.svelte'),
	'/master/:master/page/:page': () => import('./features/master/MasterView.svelte'),
	'/master/:master/page/:page/editions/:one/:other': () => import('./features/editions/EditionsView.svelte'),
	'/master/:master/page/:page/as': () => import('./features/master/AsStudent.svelte'),
	'/page/:page': () => import('./features/notebook/LinkedPage.svelte'),
	'/master/:master/page/:page/knots': () => import('./features/knots/KnotsView.svelte'),
	'/master/:master/push': () => import('./features/push/PushView.svelte'),
	'/master/:master/pull-back': () => import('./features/push/PullBackView.svelte'),
	'/master/:master/pushes': () => import('./features/push/PushesView.svelte'),
	'/master/:master/pushes/:push': () => import('./features/push/PushResult.svelte'),
	'/master/:master/reach': () => import('./features/reach/ReachView.svelte'),
	'/master/:master/look/:copy': () => import('./features/notebook/TeacherLook.svelte'),
	'/master/:master/notebook/:notebook': () => import('./features/notebook/TeacherShelf.svelte'),
	'/master/:master/classes': () => import('./features/classes/ClassesView.svelte'),
	'/notebook/:notebook': () => import('./features/notebook/NotebookView.svelte'),
	'/notebook/:notebook/read/:shown': () => import('./features/notebook/NotebookView.svelte'),
	'/notebook/:notebook/page/:copy': () => import('./features/notebook/NotebookView.svelte'),
	'*': () => import('./features/people/Lost.svelte')
});

/** Goes to an address of the application. */
export function go(address: string, replace = false) {
	const [pathname = '/', search] = address.split('?');
	// The addresses are built from ids; the router's own check of them is for literals.
	void navigate(pathname as '/', {
		replace,
		search: search ? Object.fromEntries(new URLSearchParams(search)) : {}
	});
}

/** Where one came from, if that was here; an address that was opened by itself leads to its own next place. */
export function back(otherwise: string) {
	const { navigation } = window as { navigation?: { canGoBack: boolean } };
	if (navigation?.canGoBack) history.back();
	else go(otherwise, true);
}
