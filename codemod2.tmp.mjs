import ts from 'typescript';
import {readFileSync, writeFileSync} from 'node:fs';
import path from 'node:path';
const cfg=ts.getParsedCommandLineOfConfigFile('tsconfig.json',{}, {...ts.sys,onUnRecoverableConfigFileDiagnostic:()=>{}});
const prog=ts.createProgram(cfg.fileNames,{...cfg.options,noEmit:true});
const ch=prog.getTypeChecker();
const INCLUDE=/^src\/(core\/(moves|text|route|benches|analysis|robot|field)\/|core\/formats\/(runLine|readingsTable)\.ts|views\/|ui\/|store\/|pages\/api\/)/;
const SKIP=/plantBinary|\.test\.|store\/(migrations|copies|migrate|prepare|database|demo|catalogue|team)\.ts|ui\/(ChanceBars|QuantityField|SheetNote|fieldPicture|thumb|workflow)\.|ui\/link\/(followLink|useLink)|exportWrite|CardGround|RouteField|stripLayout|Swatch|takenPhoto/;
const NOT={'src/ui/RobotDrawing.tsx':/measured|starting/,'src/ui/targetCard/CardMarks.tsx':/./,'src/views/begin/beginning.ts':/./,'src/views/begin/RulerDrawing.tsx':/known|open/,'src/views/bench/benches/range.tsx':/^range$/,'src/views/bench/BenchView.tsx':/new/,'src/views/route/RouteBar.tsx':/new/,'src/views/route/TuningMap.tsx':/^gain$/,'src/core/moves/said.ts':/./,'src/core/analysis/tuning/stabilityMap.ts':/^(unstable|overshoots|rangeSide|light|no)/,'src/core/field/editing.ts':/./,'src/core/moves/cells.ts':/./,'src/core/route/checkpoints.ts':/./};
let total=0;
for(const sf of prog.getSourceFiles()){
  const f=sf.fileName.replace(process.cwd()+'/','');
  if(!INCLUDE.test(f)||SKIP.test(f)) continue;
  const src=sf.text; const edits=[];
  const visit=n=>{
    if(ts.isImportDeclaration(n)||ts.isTypeNode(n)||ts.isExportDeclaration(n)) return;
    if((ts.isStringLiteral(n)||ts.isNoSubstitutionTemplateLiteral(n))&&!ts.isTaggedTemplateExpression(n.parent)&&/[a-z]{2}/.test(n.text)&&!/[_\/]|var\(|^[a-z]+[A-Z]|^[a-z]+-[a-z]+$|^#|^\./.test(n.text)){
      let infn=false; for(let q=n.parent;q;q=q.parent) if(ts.isFunctionLike(q)){infn=true;break;}
      let q=n.parent,c=n; let ok=true;
      while(q&&(ts.isConditionalExpression(q)&&q.condition!==c||ts.isParenthesizedExpression(q)||ts.isBinaryExpression(q)&&/^(\?\?|\|\||\+|&&)$/.test(q.operatorToken.getText())||ts.isTemplateSpan(q)||ts.isTemplateExpression(q))){c=q;q=q.parent;}
      let ctx='';
      if(ts.isReturnStatement(q)) ctx='return'; else if(ts.isArrowFunction(q)&&q.body===c) ctx='arrow'; else if(ts.isVariableDeclaration(q)&&/^[a-z]/.test(q.name.getText())) ctx='var';
      else if(ts.isJsxExpression(q)&&(ts.isJsxElement(q.parent)||ts.isJsxFragment(q.parent))) ctx='jsx';
      else if(ts.isJsxExpression(q)&&/^(label|words|aria-label|title)$/.test(q.parent.name?.getText()??'')) ctx='attr';
      else if(ts.isPropertyAssignment(q)&&/^(value|label|title|word|why|words|what|more|less|has)$/.test(q.name.getText())) ctx='prop';
      else if((ts.isNewExpression(q)||ts.isCallExpression(q))&&/^(NotFound|StaleEdit|refuseInUse|counted|words\.push|words\.unshift)$/.test(q.expression.getText())) ctx='call';
      else if(ts.isTaggedTemplateExpression(q)&&/^say/.test(q.tag.getText())) ctx='said';
      if(!ctx||!infn) ok=false;
      if(NOT[f]?.test(n.text)) ok=false;
      if(ok&&ctx!=='said'){const t=ch.getContextualType(n); if(t){const parts=t.isUnion()?t.types:[t]; if(parts.some(x=>x.flags&ts.TypeFlags.StringLiteral)) ok=false;}}
      if(ok){edits.push([n.getStart(),n.end,'say`'+n.text.replace(/[`\\]/g,'\\$&')+'`']); console.log(f.replace('src/',''),ctx,JSON.stringify(n.text)); total++;}
    }
    ts.forEachChild(n,visit);
  };
  visit(sf);
  if(!edits.length) continue;
  let res=src; for(const [a,b,t] of edits.sort((x,y)=>y[0]-x[0])) res=res.slice(0,a)+t+res.slice(b);
  if(!/import \{[^}]*\bsay\b/.test(res)){ let last=0,m; const re=/^import [\s\S]*?from '[^']+';$|^import '[^']+';$/gm; while((m=re.exec(res))) last=m.index+m[0].length; let r=path.relative(path.dirname(f),'src/core/language/say.ts'); if(!r.startsWith('.')) r='./'+r; res=res.slice(0,last)+(last?'\n':'')+`import { say } from '${r}';`+(last?'':'\n\n')+res.slice(last);}
  writeFileSync(f,res);
}
console.log(total);
